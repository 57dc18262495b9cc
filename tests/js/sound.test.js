// What is said aloud: counts by number, a press and a stage by what comes.

import assert from "node:assert/strict";
import { test } from "node:test";

import { called, spokenOnce } from "../../fairbench/web/static/js/teach/sound.js";

const beat = (calls, more = {}) => ({ calls, number: 2, of: 8, side: "", at: 4, word: "lift", ...more });

test("counts are said by number, pulses down, and what rests by its word", () => {
  assert.equal(called(beat("repetition")), 2);
  assert.equal(called(beat("pulse")), 7);
  assert.equal(called(beat("quiet", { word: "let go" })), "let go");
});

test("of a press or a stage each part is said by what comes", () => {
  const press = beat("round", { word: "press", at: 0 });
  const stretch = beat("round", { word: "stretch", at: 7 });
  assert.equal(called(press), "press");
  assert.notEqual(spokenOnce(press), spokenOnce(stretch));
});

test("a repetition is said once, whatever its phases", () => {
  assert.equal(spokenOnce(beat("repetition", { at: 0 })), spokenOnce(beat("repetition", { at: 2, word: "lower" })));
});
