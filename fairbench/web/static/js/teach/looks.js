// How the counting screen looks on this device: near or far, dark or light. Remembered by the browser.

const KEY = "fairbench.looks";
const LOOKS = { far: "do-far", light: "do-light" };
const KEYS = { f: "far", l: "light" };

const part = (id) => document.getElementById(id);
const looks = JSON.parse(localStorage.getItem(KEY) ?? "{}");

function show() {
  for (const [look, button] of Object.entries(LOOKS)) {
    document.body.classList.toggle(look, Boolean(looks[look]));
    part(button)?.setAttribute("aria-pressed", String(Boolean(looks[look])));
  }
}

export function toggleLook(look) {
  looks[look] = !looks[look];
  localStorage.setItem(KEY, JSON.stringify(looks));
  show();
}

export const lookOf = (key) => KEYS[key.toLowerCase()];

export function listenForLooks() {
  for (const [look, button] of Object.entries(LOOKS)) part(button)?.addEventListener("click", () => toggleLook(look));
  show();
}
