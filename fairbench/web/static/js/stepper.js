// Plus and minus beside a figure. Quick presses add up and are sent once.

const PAUSE = 220;
let waiting = null;

function step(button) {
  const input = button.parentElement.querySelector("input");
  const size = Number(button.dataset.step);
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
    if (button) step(button);
  });
  document.addEventListener("keydown", (event) => {
    const input = event.target.closest?.(".stepper input");
    if (!input || (event.key !== "ArrowUp" && event.key !== "ArrowDown")) return;
    event.preventDefault();
    const buttons = input.parentElement.querySelectorAll("[data-step]");
    step(buttons[event.key === "ArrowUp" ? buttons.length - 1 : 0]);
  });
}
