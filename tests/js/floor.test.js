// Where an arrow key takes somebody on the floor.

import assert from "node:assert/strict";
import { test } from "node:test";

globalThis.document = { addEventListener() {} };
const { placeTowards } = await import("../../fairbench/web/static/js/floor.js");

const places = [
  { x: 1, y: 1 },
  { x: 3, y: 1 },
  { x: 5, y: 1 },
  { x: 1, y: 3 },
  { x: 3, y: 3 },
];

test("to the next place in that direction, and none where there is none", () => {
  assert.deepEqual(placeTowards(places[0], places, "ArrowRight"), places[1]);
  assert.deepEqual(placeTowards(places[2], places, "ArrowLeft"), places[1]);
  assert.equal(placeTowards(places[0], places, "ArrowLeft"), null);
});

test("up is away from the front", () => {
  assert.deepEqual(placeTowards(places[1], places, "ArrowUp"), places[4]);
  assert.deepEqual(placeTowards(places[3], places, "ArrowDown"), places[0]);
  assert.equal(placeTowards(places[1], places, "ArrowDown"), null);
});

test("what lies more aside than ahead is no way there", () => {
  assert.equal(placeTowards({ x: 5, y: 1 }, [{ x: 1, y: 2 }], "ArrowUp"), null);
});
