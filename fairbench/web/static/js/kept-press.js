// A press is done on the page as it is when the finger is lifted. What a press began on may be replaced by an answer
// that arrives while the finger is down (a field left by the press sends its change); the browser then makes no click,
// and the tap would be lost. So the same control is looked for on the page that came, and pressed there.

const NEAR = 12; // px that a finger may move in a press

let began = null;

function likeness(control) {
  return [control.tagName, control.id, control.name, control.value, control.getAttribute("hx-post"), control.getAttribute("hx-get")].join(" ");
}

// The control that stands on the page for one that is gone: the same name and value, in the same kind of form.
export function standsFor(gone, root = document) {
  if (gone.id) return root.getElementById(gone.id);
  const action = gone.form?.getAttribute("hx-post") ?? gone.form?.getAttribute("action");
  const ofSameForm = (control) => (control.form?.getAttribute("hx-post") ?? control.form?.getAttribute("action")) === action;
  return [...root.querySelectorAll(gone.tagName)].find((control) => ofSameForm(control) && likeness(control) === likeness(gone)) ?? null;
}

document.addEventListener(
  "pointerdown",
  (event) => {
    const control = event.target.closest?.("button, a[href]");
    began = control && { control, x: event.clientX, y: event.clientY };
  },
  true,
);

document.addEventListener(
  "pointerup",
  (event) => {
    const press = began;
    began = null;
    if (!press || press.control.isConnected || Math.hypot(event.clientX - press.x, event.clientY - press.y) > NEAR) return;
    const twin = standsFor(press.control);
    if (twin && !twin.disabled) setTimeout(() => twin.click());
  },
  true,
);

document.addEventListener("pointercancel", () => (began = null), true);
