// What is said aloud: counts by number, a press and a stage by what comes.

import assert from "node:assert/strict";
import { test } from "node:test";

import { Caller, called, spokenOnce } from "../../fairbench/web/static/js/teach/sound.js";

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

// Everything that is said of a step while it goes on, with the second it is said at.
function said(step, cues) {
  const caller = new Caller();
  const heard = [];
  for (let at = 0; at < step.seconds; at += 0.1) {
    const current = step.beats.filter((one) => one.at <= at + 1e-6).at(-1) ?? null;
    const words = caller.next({ step, beat: current, running: true, at, index: 0 }, cues);
    if (words !== null) heard.push([Math.round(at), words]);
  }
  return heard;
}

test("in a long hold what is left is said, never over 15 seconds apart", () => {
  const heard = said({ kind: "work", seconds: 60, side: "left", beats: [beat("hold", { at: 0, seconds: 60, number: 1, of: 1 })] }, true);
  const times = [0, ...heard.map(([at]) => at), 60];
  assert.ok(times.every((at, place) => !place || at - times[place - 1] <= 15), JSON.stringify(heard));
  assert.equal(heard[0][1], "left. 1");
  assert.equal(heard[1][1], "48 seconds");
});

test("what is no work is said once, and only where cues are wanted", () => {
  const rest = { kind: "rest", seconds: 10, says: "Rest between sets.", beats: [] };
  assert.deepEqual(said(rest, true), [[0, "Rest between sets."]]);
  assert.deepEqual(said(rest, false), []);
});

test("nothing is said while the class pauses", () => {
  const caller = new Caller();
  const step = { kind: "rest", seconds: 10, says: "Rest.", beats: [] };
  assert.equal(caller.next({ step, beat: null, running: false, at: 0, index: 0 }, true), null);
});
