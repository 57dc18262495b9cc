// The tools of a test: a timer that one taps to, a stop-watch, and a watch that stops by itself. They need no server;
// what they measure goes into the first empty trial.

import { Clock, Counter, tenths } from "./measure-clock.js";
import { fields, fill, goesTo, next } from "./measure-trials.js";

const tool = document.getElementById("tool");
const form = document.getElementById("trials");

function put(value) {
  fill(form, value);
  told();
}

function told() {
  document.getElementById("tool-into").textContent = goesTo(form);
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
    if (!next(form)) return told();
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
    const filled = fields(form).filter((field) => field.value.trim() !== "").at(-1);
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

start();
