// What is shown large: a count, what is still to go, or the seconds that matter.

import assert from "node:assert/strict";
import { test } from "node:test";

import { countOf } from "../../fairbench/web/static/js/teach/count.js";

const beat = (calls, more = {}) => ({ calls, number: 2, of: 3, at: 10, seconds: 5, word: "lift", ...more });
const step = { seconds: 30 };

test("repetitions and breaths count up, pulses down", () => {
  assert.deepEqual([countOf(step, beat("repetition"), 12).number, countOf(step, beat("repetition"), 12).of], ["2", "of 3"]);
  assert.deepEqual([countOf(step, beat("pulse"), 12).number, countOf(step, beat("pulse"), 12).of], ["2", "to go"]);
});

test("of a hold, a press or a stage the seconds that are left are large", () => {
  for (const calls of ["hold", "round"]) assert.deepEqual([countOf(step, beat(calls), 12).number, countOf(step, beat(calls), 12).of], ["3", "s · 2 of 3"]);
  assert.equal(countOf(step, beat("quiet"), 12).of, "s");
  assert.equal(countOf(step, beat("hold", { of: 1 }), 12).of, "s");
});

test("where nothing is counted the seconds of the step are", () => {
  assert.deepEqual(countOf(step, null, 12.4), { number: "18", of: "s", word: "", share: 12.4 / 30 });
});
