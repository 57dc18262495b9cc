// The planks are one stop for Tab, and so are the people's rows under them: arrows go from verdict to verdict and row to
// row.

const STOPS = ".people-row .row-who, .people-row .cell";

const middle = (stop) => {
  const box = stop.getBoundingClientRect();
  return box.left + box.width / 2;
};

const personOf = (stop) => stop.closest(".people-row").dataset.person;
const stopsOf = (person) =>
  [...document.querySelectorAll(STOPS)].filter((stop) => personOf(stop) === person).sort((a, b) => middle(a) - middle(b));

function beside(stop, key) {
  const person = personOf(stop);
  const people = [...new Set([...document.querySelectorAll(".people-row")].map((row) => row.dataset.person))];
  const own = stopsOf(person);
  if (key === "Home") return own[0];
  if (key === "End") return own.at(-1);
  if (key === "ArrowLeft" || key === "ArrowRight") return own[own.indexOf(stop) + (key === "ArrowLeft" ? -1 : 1)];
  const next = people[people.indexOf(person) + (key === "ArrowUp" ? -1 : 1)];
  if (!next) return undefined;
  const stops = stopsOf(next);
  if (stop.matches(".row-who")) return stops.find((one) => one.matches(".row-who"));
  const at = middle(stop);
  return stops.sort((a, b) => Math.abs(middle(a) - at) - Math.abs(middle(b) - at))[0];
}

export function listenForRows() {
  let last = "";

  function oneStop() {
    const planks = [...document.querySelectorAll("#bench .plank")];
    const plank = planks.find((one) => one.getAttribute("aria-current")) ?? planks[0];
    for (const one of planks) one.setAttribute("tabindex", one === plank || one === document.activeElement ? "0" : "-1");
    const stops = [...document.querySelectorAll(STOPS)];
    const stop = stops.find((one) => one.id === last) ?? stops[0];
    for (const one of stops) one.setAttribute("tabindex", one === stop ? "0" : "-1");
  }

  document.addEventListener("focusin", (event) => {
    if (!event.target.matches(STOPS)) return;
    last = event.target.id;
    oneStop();
  });

  document.addEventListener("keydown", (event) => {
    if (event.altKey || event.ctrlKey || event.metaKey || !event.target.matches(STOPS)) return;
    if (!["ArrowLeft", "ArrowRight", "ArrowUp", "ArrowDown", "Home", "End"].includes(event.key)) return;
    event.preventDefault();
    beside(event.target, event.key)?.focus();
  });

  document.body.addEventListener("htmx:afterSettle", oneStop);
  oneStop();
}
