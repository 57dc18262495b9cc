// One change at a time: whatever is done on the bench while the answer to a change is on its way waits for the bench
// that comes back, and is done there. Nothing that was pressed is lost.

const MOST = 20;

export class Waiting {
  constructor() {
    this.busy = false;
    this.queue = [];
  }

  begin() {
    this.busy = true;
  }

  // The answer is there: do the next thing that waits, which may make it busy again.
  free() {
    this.busy = false;
    while (!this.busy && this.queue.length) this.queue.shift()();
  }

  // Do it now, or when the bench is free; false when too much waits already.
  whenFree(act) {
    if (!this.busy) {
      act();
      return true;
    }
    if (this.queue.length >= MOST) return false;
    this.queue.push(act);
    return true;
  }
}

// A control by its id, as it stands on the page now, set as it was set before.
function again({ id, value, checked }, kind) {
  const control = document.getElementById(id);
  if (!control || control.disabled) return;
  if (kind === "click") return control.click();
  control.value = value;
  if (control.type === "checkbox" || control.type === "radio") control.checked = checked;
  control.dispatchEvent(new Event("change", { bubbles: true }));
}

export function listenForTraffic(waiting) {
  document.body.addEventListener("htmx:beforeRequest", (event) => event.detail.target?.id === "bench" && waiting.begin());
  document.body.addEventListener("htmx:afterSettle", (event) => event.target.id === "bench" && waiting.free());
  for (const failed of ["htmx:sendError", "htmx:responseError"]) document.body.addEventListener(failed, () => waiting.free());
  for (const kind of ["change", "click"]) {
    document.addEventListener(
      kind,
      (event) => {
        const control = event.target.closest?.(kind === "click" ? "#bench [hx-post][id]:is(button)" : "#bench [hx-post][id]");
        if (!waiting.busy || !control) return;
        event.preventDefault();
        event.stopImmediatePropagation();
        const { id, value, checked } = control;
        waiting.whenFree(() => again({ id, value, checked }, kind));
      },
      true,
    );
  }
}
