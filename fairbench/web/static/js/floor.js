// The floor: somebody is moved by dragging or by the arrow keys, and pinned by Enter. The server works the rest out.

const METRE = 100;
const DIRECTIONS = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };
const DRAGGED = 8;

// The nearest place in a direction; up in the picture is away from the front. What lies more aside than ahead is no way there.
export function placeTowards(from, places, direction) {
  const [right, away] = DIRECTIONS[direction];
  let best = null;
  let least = Infinity;
  for (const place of places) {
    const dx = place.x - from.x;
    const dy = place.y - from.y;
    const ahead = dx * right + dy * away;
    const aside = Math.abs(dx * away) + Math.abs(dy * right);
    const far = ahead + 2 * aside;
    if (ahead > 0.05 && aside <= ahead + 0.05 && far < least) {
      best = place;
      least = far;
    }
  }
  return best;
}

const at = (element) => ({ x: Number(element.dataset.x), y: Number(element.dataset.y) });
const places = (floor) => [...floor.querySelectorAll("[data-spot]")].map(at);
let wanted = "";

function send(floor, address, values) {
  wanted = values.person;
  window.htmx.ajax("POST", address, { source: floor, target: "#floor", swap: "outerHTML", values });
}

document.addEventListener("keydown", (event) => {
  const person = event.target.closest?.(".stands");
  if (!person) return;
  const floor = person.closest("#floor");
  if (event.key in DIRECTIONS) {
    event.preventDefault();
    const to = placeTowards(at(person), places(floor), event.key);
    if (to) send(floor, floor.dataset.move, { person: person.dataset.person, ...to });
  } else if (event.key === "Enter" || event.key === " ") {
    event.preventDefault();
    const pin = person.getAttribute("aria-pressed") === "true" ? "off" : "on";
    send(floor, floor.dataset.pin, { person: person.dataset.person, pin });
  }
});

document.addEventListener("pointerdown", (event) => {
  const person = event.target.closest?.(".stands");
  if (!person || event.button) return;
  event.preventDefault();
  person.focus();
  const svg = person.ownerSVGElement;
  const onFloor = (now) => new DOMPoint(now.clientX, now.clientY).matrixTransform(svg.getScreenCTM().inverse());
  const start = onFloor(event);
  let by = { x: 0, y: 0 };
  const moved = (now) => {
    const point = onFloor(now);
    by = { x: point.x - start.x, y: point.y - start.y };
    person.setAttribute("transform", `translate(${by.x} ${by.y})`);
  };
  const done = (now) => {
    document.removeEventListener("pointermove", moved);
    document.removeEventListener("pointerup", done);
    document.removeEventListener("pointercancel", done);
    person.removeAttribute("transform");
    if (now.type === "pointercancel" || Math.hypot(by.x, by.y) < DRAGGED) return;
    const from = at(person);
    const floor = person.closest("#floor");
    send(floor, floor.dataset.move, {
      person: person.dataset.person,
      x: from.x + by.x / METRE,
      y: from.y - by.y / METRE,
    });
  };
  document.addEventListener("pointermove", moved);
  document.addEventListener("pointerup", done);
  document.addEventListener("pointercancel", done);
});

// Whoever was moved stays chosen on the floor that came, and what they came to is said.
document.addEventListener("htmx:afterSwap", () => {
  if (!wanted) return;
  const person = document.querySelector(`.stands[data-person="${CSS.escape(wanted)}"]`);
  wanted = "";
  person?.focus();
  const status = document.getElementById("status");
  if (person && status) status.textContent = person.getAttribute("aria-label");
});
