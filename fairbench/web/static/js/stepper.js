// Plus and minus beside a field. Quick presses add up and are sent once; what was pressed while the answer to an
// earlier one was on its way is carried over to the field that comes with it.

const PAUSE = 220;

export class Stepper {
  // `find` gives the field of an id as it stands on the page now, or null.
  constructor(find, { later = (act, pause) => setTimeout(act, pause), cancel = (timer) => clearTimeout(timer) } = {}) {
    this.find = find;
    this.later = later;
    this.cancel = cancel;
    this.pending = null;
  }

  press(field, size) {
    const now = Number(field.value.replace(",", "."));
    if (Number.isNaN(now)) return;
    const next = Math.min(Number(field.dataset.high), Math.max(Number(field.dataset.low), now + size));
    if (next === now) return;
    field.value = String(next);
    if (this.pending && this.pending.id !== field.id) this.send();
    if (this.pending) this.cancel(this.pending.timer);
    this.pending = { id: field.id, wanted: field.value, timer: this.later(() => this.send(), PAUSE) };
  }

  // What is typed by hand goes before what was pressed and not yet sent.
  typed(id) {
    if (this.pending?.id !== id) return;
    this.cancel(this.pending.timer);
    this.pending = null;
  }

  // A part that was swapped in shows what the server knew; what was pressed since stays.
  carry() {
    const field = this.pending && this.find(this.pending.id);
    if (field) field.value = this.pending.wanted;
  }

  send() {
    const { id, wanted, timer } = this.pending;
    this.cancel(timer);
    this.pending = null;
    const field = this.find(id);
    if (!field) return;
    field.value = wanted;
    field.dispatchEvent(new Event("change", { bubbles: true }));
  }
}

export function listenForSteps() {
  const stepper = new Stepper((id) => document.getElementById(id));
  document.body.addEventListener("htmx:afterSwap", () => stepper.carry());
  document.addEventListener("click", (event) => {
    const button = event.target.closest("[data-step]");
    if (button) stepper.press(button.parentElement.querySelector("input"), Number(button.dataset.step));
  });
  document.addEventListener("input", (event) => stepper.typed(event.target.id));
  document.addEventListener("keydown", (event) => {
    const field = event.target.closest?.(".stepper input, .tempo-row input");
    if (!field || (event.key !== "ArrowUp" && event.key !== "ArrowDown")) return;
    event.preventDefault();
    const size = Number(field.dataset.stepSize ?? field.parentElement.querySelector("[data-step]:last-of-type").dataset.step);
    stepper.press(field, event.key === "ArrowUp" ? size : -size);
  });
}
