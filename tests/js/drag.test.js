// Where something that is dragged would go.

import assert from "node:assert/strict";
import { test } from "node:test";

import { slotAmong } from "../../fairbench/web/static/js/bench-drag.js";

const things = [
  { block: 0, from: 0, to: 10 },
  { block: 1, from: 12, to: 20 },
  { block: 1, from: 22, to: 30 },
];

test("it goes after the last one whose middle was passed, in that one's block", () => {
  assert.deepEqual(slotAmong(things, 7), { block: 0, place: 1, edge: 12 });
  assert.deepEqual(slotAmong(things, 17), { block: 1, place: 1, edge: 22 });
  assert.deepEqual(slotAmong(things, 99), { block: 1, place: 2, edge: 32 });
});

test("before the first one it is the first of all, and of nothing there is no place", () => {
  assert.deepEqual(slotAmong(things, 2), { block: 0, place: 0, edge: -3 });
  assert.equal(slotAmong([], 5), null);
});
