// The tools of a test: a timer that one taps to, a stop-watch, and a watch that stops by itself. They need no server;
// what they measure goes into the first empty trial.

import { Clock, Counter, tenths } from "./measure-clock.js";

const tool = document.getElementById("tool");
const form = document.getElementById("trials");

const fields = () => [...form.querySelectorAll(".trials input")];
const next = () => fields().find((field) => field.value.trim() === "");

function put(value) {
  const field = next();
  if (!field) return;
  field.value = value;
  field.dispatchEvent(new Event("change", { bubbles: true }));
  told();
}

function told() {
  const field = next();
  const side = field?.closest("fieldset").querySelector("legend")?.textContent.trim();
  const words = field?.closest("label").querySelector("span").textContent.trim();
  document.getElementById("tool-into").textContent = field
    ? `Goes to: ${[side, words].filter(Boolean).join(", ")}`
    : "Every trial has a figure.";
}

function start() {
  const kind = tool.dataset.tool;
  const most = Number(tool.dataset.seconds) || null;
  const shown = document.getElementById("tool-clock");
  const count = document.getElementById("tool-count");
  const go = document.getElementById("tool-go");
  const tap = document.getElementById("tool-tap");
  const half = document.getElementById("tool-half");
  const clock = new Clock();
  const counter = new Counter();
  let ticking = 0;

  const show = () => {
    const passed = clock.seconds(performance.now());
    shown.textContent = kind === "count" ? tenths(Math.max(0, most - passed)) : tenths(passed);
    if (most && passed >= most && clock.running) stop(most);
    if (clock.running) ticking = requestAnimationFrame(show);
  };

  const stop = (at) => {
    clock.stop(performance.now());
    cancelAnimationFrame(ticking);
    go.textContent = "Start";
    if (kind === "count") {
      shown.textContent = "0.0";
      tap.disabled = true;
      half.disabled = false;
      put(String(counter.number));
    } else {
      const figure = tenths(Math.min(at ?? clock.seconds(performance.now()), most ?? Infinity));
      shown.textContent = figure;
      put(figure);
    }
  };

  go.addEventListener("click", () => {
    if (clock.running) {
      if (kind !== "count") stop();
      return;
    }
    if (!next()) return told();
    clock.start(performance.now());
    counter.clear();
    count.textContent = kind === "count" ? "0" : "";
    if (tap) tap.disabled = false;
    if (half) half.disabled = true;
    go.textContent = kind === "count" ? "Running" : "Stop";
    (tap ?? go).focus();
    show();
  });
  tap?.addEventListener("click", () => {
    if (clock.running) count.textContent = String(counter.tap());
  });
  half?.addEventListener("click", () => {
    const filled = fields().filter((field) => field.value.trim() !== "").at(-1);
    count.textContent = filled.value = String(counter.tap());
    half.disabled = true;
  });
  document.getElementById("tool-reset").addEventListener("click", () => {
    clock.clear();
    cancelAnimationFrame(ticking);
    counter.clear();
    go.textContent = "Start";
    shown.textContent = kind === "count" ? tenths(most) : "0.0";
    count.textContent = "";
    for (const button of [tap, half]) if (button) button.disabled = true;
  });
  shown.textContent = kind === "count" ? tenths(most) : "0.0";
  tool.hidden = false;
  told();
  form.addEventListener("input", told);
}

// Without a connection the figures stay on the page, instead of going with it.
form.addEventListener("submit", (event) => {
  const away = !navigator.onLine;
  document.getElementById("not-sent").hidden = !away;
  if (away) event.preventDefault();
});

if (tool) start();
