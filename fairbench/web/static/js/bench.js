// The bench's hands: keys, steppers, dragging, the shelf drawer. The server works everything out.

import { carryFocus } from "./bench-focus.js";
import { listenForDrag } from "./bench-drag.js";
import { listenForRows } from "./bench-rows.js";
import { listenForShelf } from "./bench-shelf.js";
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
  const planks = [...document.querySelectorAll(".plank")];
  if (!planks.length) return;
  const at = planks.findIndex((plank) => plank.getAttribute("aria-current"));
  const next = at < 0 ? 0 : Math.min(planks.length - 1, Math.max(0, at + step));
  if (next === at) return;
  planks[next].focus();
  window.htmx.trigger(planks[next], "click");
}

const waiting = new Waiting();

function press(key) {
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
  const key = keyName(event);
  if (key === "Enter" && event.target.matches(".plank[aria-current]")) {
    event.preventDefault();
    document.querySelector("#inspector .stepper input")?.focus();
    return;
  }
  const means = key === "ArrowLeft" || key === "ArrowRight" || bench().querySelector(`[data-key="${CSS.escape(key)}"]`);
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
