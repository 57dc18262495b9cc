// Plus and minus beside a figure. Quick presses add up and are sent once.

const PAUSE = 220;
let waiting = null;

function step(input, size) {
  const now = Number(input.value.replace(",", "."));
  if (Number.isNaN(now)) return;
  const next = Math.min(Number(input.dataset.high), Math.max(Number(input.dataset.low), now + size));
  if (next === now) return;
  input.value = String(next);
  clearTimeout(waiting);
  waiting = setTimeout(() => input.dispatchEvent(new Event("change", { bubbles: true })), PAUSE);
}

export function listenForSteps() {
  document.addEventListener("click", (event) => {
    const button = event.target.closest("[data-step]");
    if (button) step(button.parentElement.querySelector("input"), Number(button.dataset.step));
  });
  document.addEventListener("keydown", (event) => {
    const input = event.target.closest?.(".stepper input, .tempo-row input");
    if (!input || (event.key !== "ArrowUp" && event.key !== "ArrowDown")) return;
    event.preventDefault();
    const size = Number(input.dataset.stepSize ?? input.parentElement.querySelector("[data-step]:last-of-type").dataset.step);
    step(input, event.key === "ArrowUp" ? size : -size);
  });
}
