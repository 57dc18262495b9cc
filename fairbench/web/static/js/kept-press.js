// A press is done on the page as it is when the finger is lifted. What a press began on may be replaced by an answer
// that arrives while the finger is down (a field left by the press sends its change); the browser then makes no click,
// and the tap would be lost. So the same control is looked for on the page that came, and pressed there.

const NEAR = 12; // px that a finger may move in a press

let began = null;

// All that says what a press does: where it is sent, with what, and the words on it. Never how it looks.
function likeness(control) {
  const said = ["name", "value", "href", "hx-post", "hx-get", "hx-vals", "aria-label"].map((name) => control.getAttribute(name));
  return JSON.stringify([control.tagName, ...said, { ...control.dataset }, control.textContent.trim()]);
}

// The control that stands on the page for one that is gone: it does and says the same, in the same kind of form.
export function standsFor(gone, root = document) {
  if (gone.id) return root.getElementById(gone.id);
  const action = gone.form?.getAttribute("hx-post") ?? gone.form?.getAttribute("action");
  const ofSameForm = (control) => (control.form?.getAttribute("hx-post") ?? control.form?.getAttribute("action")) === action;
  const alike = [...root.querySelectorAll(gone.tagName)].filter((control) => ofSameForm(control) && likeness(control) === likeness(gone));
  return alike.length === 1 ? alike[0] : null; // two that cannot be told apart: none is pressed
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
