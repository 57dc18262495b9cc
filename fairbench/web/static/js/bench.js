// The bench's hands: keys, steppers, dragging, the shelf drawer. The server works everything out.

import { carryFocus } from "./bench-focus.js";
import { listenForDrag } from "./bench-drag.js";
import { listenForRows } from "./bench-rows.js";
import { listenForShelf } from "./bench-shelf.js";
import { isOrder, listenForViews, nextView } from "./bench-views.js";
import { Waiting, listenForTraffic } from "./bench-waiting.js";
import { listenForSteps } from "./stepper.js";

const bench = () => document.getElementById("bench");

function isTyping(target) {
  return target.closest("input:not([type=checkbox]):not([type=radio]), textarea, select") !== null;
}

function keyName(event) {
  const shifted = event.key.length === 1 ? "" : event.shiftKey ? "Shift+" : "";
  return (event.altKey ? "Alt+" : "") + shifted + event.key;
}

function chooseBeside(step) {
  const planks = [...document.querySelectorAll(".plank:not([data-round]), .plank[data-round='1']")];
  if (!planks.length) return;
  const at = planks.findIndex((plank) => plank.getAttribute("aria-current"));
  const next = at < 0 ? 0 : Math.min(planks.length - 1, Math.max(0, at + step));
  if (next === at) return;
  planks[next].focus();
  window.htmx.trigger(planks[next], "click");
}

const waiting = new Waiting();

// In the running order what goes along the axis goes down the list, and the other way round.
const IN_ORDER = {
  ArrowUp: "ArrowLeft",
  ArrowDown: "ArrowRight",
  ArrowLeft: "ArrowDown",
  ArrowRight: "ArrowUp",
  "Alt+ArrowUp": "Alt+ArrowLeft",
  "Alt+ArrowDown": "Alt+ArrowRight",
};

function press(key) {
  if (key === "v") return nextView(bench);
  if (key === "ArrowLeft" || key === "ArrowRight") return chooseBeside(key === "ArrowLeft" ? -1 : 1);
  const button = bench().querySelector(`[data-key="${CSS.escape(key)}"]`);
  if (button && !button.disabled) button.click();
}

// Keys that are a single character only act on a plank or its surroundings, so that speech input
// and stray typing elsewhere change nothing.
function onKey(event) {
  if (event.defaultPrevented || event.ctrlKey || event.metaKey || isTyping(event.target)) return;
  const onPlanks = event.target.closest(".bench-main") !== null || event.target === document.body;
  if (!onPlanks || !document.getElementById("shelf").hidden) return;
  const pressed = keyName(event);
  const key = isOrder(bench) ? (IN_ORDER[pressed] ?? pressed) : pressed;
  if (key === "Enter" && event.target.matches(".plank[aria-current]")) {
    event.preventDefault();
    document.querySelector("#inspector .stepper input")?.focus();
    return;
  }
  const means = key === "v" || key === "ArrowLeft" || key === "ArrowRight" || bench().querySelector(`[data-key="${CSS.escape(key)}"]`);
  if (!means) return;
  event.preventDefault();
  waiting.whenFree(() => press(key));
}

listenForTraffic(waiting);
listenForRows();
document.addEventListener("keydown", onKey);
carryFocus(bench);
listenForSteps();
listenForDrag(bench);
listenForShelf(bench);
listenForViews(bench, (act) => waiting.whenFree(act));
