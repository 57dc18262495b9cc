import assert from "node:assert/strict";
import test from "node:test";

import { Clock, Counter, tenths } from "../../fairbench/web/static/js/measure-clock.js";

test("a stop-watch tells what passed, and stays where it was stopped", () => {
  const clock = new Clock();
  assert.equal(clock.running, false);
  clock.start(1000);
  assert.equal(clock.seconds(3500), 2.5);
  clock.stop(8400);
  assert.equal(clock.running, false);
  assert.equal(clock.seconds(99_000), 7.4);
  clock.start(100_000);
  assert.equal(clock.seconds(100_000), 0);
  clock.clear();
  assert.equal(clock.seconds(200_000), 0);
});

test("a counter counts each tap once and begins again", () => {
  const counter = new Counter();
  assert.deepEqual([counter.tap(), counter.tap(), counter.tap()], [1, 2, 3]);
  counter.clear();
  assert.equal(counter.number, 0);
});

test("tenths are cut off, not rounded up to what was not reached", () => {
  assert.equal(tenths(44.99), "44.9");
  assert.equal(tenths(45), "45.0");
  assert.equal(tenths(0), "0.0");
  assert.equal(tenths(7.4), "7.4");
});
