// The bench's hands: keys, steppers, dragging, the shelf drawer. The server works everything out.

import { listenForChance } from "./bench-chance.js";
import { carryFocus } from "./bench-focus.js";
import { listenForDrag } from "./bench-drag.js";
import { listenForFindings } from "./bench-findings.js";
import { listenForRows } from "./bench-rows.js";
import { listenForShelf } from "./bench-shelf.js";
import { listenForSeveral } from "./bench-several.js";
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

// What changes nothing, or is taken back by its like, works all over the bench; whatever changes an exercise only on the
// exercise itself, so that a stray key, or speech input elsewhere, changes nothing.
const ANYWHERE = new Set(["z", "Z", "/", "v"]);

function isOpen(stop) {
  if (stop.matches(".plank[aria-current]")) return true;
  const { chosen, person } = bench().dataset;
  return stop.matches(".cell, .row-who") && stop.closest(".people-row").dataset.person === person && (stop.matches(".row-who") ? !chosen : stop.id.includes(chosen) && Boolean(chosen));
}

// Enter on what is open already goes into its panel; Escape comes back.
function intoPanel(event) {
  if (event.key !== "Enter" || !event.target.matches(".plank, .cell, .row-who") || !isOpen(event.target)) return false;
  event.preventDefault();
  event.stopPropagation();
  const stops = ["#inspector .stepper input", "#override select", "#inspector select, #inspector button", "#inspector a"];
  document.querySelector(stops.find((stop) => document.querySelector(stop)))?.focus();
  return true;
}

function onKey(event) {
  if (event.defaultPrevented || event.ctrlKey || event.metaKey || isTyping(event.target)) return;
  if (!document.getElementById("shelf").hidden || intoPanel(event)) return;
  const pressed = keyName(event);
  const key = isOrder(bench) ? (IN_ORDER[pressed] ?? pressed) : pressed;
  const onBench = event.target.closest(".bench-main") !== null || event.target === document.body;
  if (!(ANYWHERE.has(key) ? onBench : event.target.closest(".plank") || event.target.matches(".bench-scroll"))) return;
  const means = key === "v" || key === "ArrowLeft" || key === "ArrowRight" || bench().querySelector(`[data-key="${CSS.escape(key)}"]`);
  if (!means) return;
  event.preventDefault();
  waiting.whenFree(() => press(key));
}

// The address says what is open, so that a page that is loaded anew opens it again.
function tellAddress() {
  const { chosen, person } = bench().dataset;
  const open = new URLSearchParams(Object.entries({ chosen, person }).filter(([, value]) => value));
  history.replaceState(null, "", open.size ? `${location.pathname}?${open}` : location.pathname);
}

document.body.addEventListener("htmx:afterSettle", ({ target }) => target.id === "bench" && tellAddress());
listenForTraffic(waiting);
listenForRows();
document.addEventListener("keydown", onKey);
carryFocus(bench);
listenForSteps();
listenForDrag(bench);
listenForShelf(bench);
listenForFindings();
listenForChance();
listenForSeveral();
listenForViews(bench, (act) => waiting.whenFree(act));
