// The chance to end on time comes by itself after the bench: it is asked for once a state of the plan is shown.

let asked = "";
let told = { of: "", answer: null };

// What is told of a plan stays until the next answer comes, so that nothing moves meanwhile.
function tell(place, { says, detail }) {
  place.querySelector("summary").textContent = says;
  place.querySelector("p").textContent = detail;
  place.hidden = !says;
}

async function ask() {
  const bench = document.getElementById("bench");
  const place = document.getElementById("chance");
  if (!bench || !place || document.visibilityState === "hidden") return;
  const state = `${bench.dataset.plan} ${bench.dataset.seen} ${place.dataset.for}`;
  asked = state;
  let answer;
  try {
    const response = await fetch(place.dataset.url, { headers: { Accept: "application/json" } });
    if (!response.ok || response.redirected) return;
    answer = await response.json();
  } catch {
    return; // a server that is away is told by the page
  }
  const now = document.getElementById("chance");
  if (asked !== state || !now) return; // the plan has changed meanwhile, and was asked about anew
  told = { of: bench.dataset.plan, answer };
  tell(now, answer);
}

export function listenForChance() {
  document.body.addEventListener("htmx:afterSwap", (event) => {
    if (event.detail.target?.id !== "bench" && event.detail.elt?.id !== "bench") return;
    const place = document.getElementById("chance");
    if (place && told.answer && told.of === document.getElementById("bench").dataset.plan) tell(place, told.answer);
    ask();
  });
  ask();
}
