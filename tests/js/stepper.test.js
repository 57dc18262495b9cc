// Plus and minus: presses add up, are sent once, and outlive a part of the page that is swapped in.

import assert from "node:assert/strict";
import { test } from "node:test";

import { Stepper } from "../../fairbench/web/static/js/stepper.js";

function page(value) {
  const sent = [];
  const field = (shown) => ({ id: "reps", value: shown, dataset: { low: "1", high: "100" }, dispatchEvent() { sent.push(this.value); } });
  const here = { field: field(value), sent, timers: [], swap(shown) { this.field = field(shown); } };
  here.stepper = new Stepper(() => here.field, { later: (act) => here.timers.push(act), cancel: (timer) => { here.timers[timer - 1] = () => {}; } });
  here.wait = () => here.timers.splice(0).forEach((act) => act());
  return here;
}

test("quick presses are sent once, all together", () => {
  const here = page("8");
  for (let press = 0; press < 5; press += 1) here.stepper.press(here.field, 1);
  assert.deepEqual(here.sent, []);
  here.wait();
  assert.deepEqual(here.sent, ["13"]);
});

test("a press while the answer is on its way is carried to the field that comes with it", () => {
  const here = page("8");
  here.stepper.press(here.field, 1);
  here.wait();
  here.stepper.press(here.field, 1);
  here.swap("9");
  here.stepper.carry();
  assert.equal(here.field.value, "10");
  here.stepper.press(here.field, 1);
  here.wait();
  assert.deepEqual(here.sent, ["9", "11"]);
});

test("a press whose field is swapped before it is sent is sent from the new field", () => {
  const here = page("8");
  here.stepper.press(here.field, 1);
  here.swap("8");
  here.wait();
  assert.deepEqual(here.sent, ["9"]);
});

test("bounds hold and what is no number stays", () => {
  const here = page("100");
  here.stepper.press(here.field, 1);
  here.field.value = "many";
  here.stepper.press(here.field, 1);
  here.wait();
  assert.deepEqual(here.sent, []);
});

test("its own timers are called as a browser wants them, not as its methods", () => {
  const { setTimeout: later, clearTimeout: cancel } = globalThis;
  const called = [];
  globalThis.setTimeout = function (act) {
    if (this !== undefined && this !== globalThis) throw new TypeError("Illegal invocation");
    called.push(act);
  };
  globalThis.clearTimeout = function () {
    if (this !== undefined && this !== globalThis) throw new TypeError("Illegal invocation");
  };
  try {
    const field = { id: "reps", value: "8", dataset: { low: "1", high: "100" }, dispatchEvent() {} };
    const stepper = new Stepper(() => field);
    stepper.press(field, 1);
    stepper.press(field, 1);
    assert.equal(called.length, 2);
  } finally {
    Object.assign(globalThis, { setTimeout: later, clearTimeout: cancel });
  }
});

test("what is typed by hand goes before what was pressed and not yet sent", () => {
  const here = page("8");
  here.stepper.press(here.field, 1);
  here.field.value = "90";
  here.stepper.typed("another");
  here.stepper.typed("reps");
  here.wait();
  here.stepper.carry();
  assert.deepEqual(here.sent, []);
  assert.equal(here.field.value, "90");
});
