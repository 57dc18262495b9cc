// One change at a time: what is done while an answer is on its way waits for it, in order, and is done.

import assert from "node:assert/strict";
import { test } from "node:test";

import { Waiting } from "../../fairbench/web/static/js/bench-waiting.js";

test("what is done while it is busy waits, in order, one for each answer", () => {
  const waiting = new Waiting();
  const done = [];
  const change = (name) => () => {
    done.push(name);
    waiting.begin();
  };
  waiting.whenFree(change("first"));
  waiting.whenFree(change("second"));
  waiting.whenFree(change("third"));
  assert.deepEqual(done, ["first"]);
  waiting.free();
  assert.deepEqual(done, ["first", "second"]);
  waiting.free();
  waiting.free();
  assert.deepEqual(done, ["first", "second", "third"]);
});

test("what asks for no answer lets the next one through", () => {
  const waiting = new Waiting();
  const done = [];
  waiting.begin();
  waiting.whenFree(() => done.push("a"));
  waiting.whenFree(() => done.push("b"));
  waiting.free();
  assert.deepEqual(done, ["a", "b"]);
});

test("a held key does not wait without end", () => {
  const waiting = new Waiting();
  waiting.begin();
  const taken = Array.from({ length: 30 }, () => waiting.whenFree(() => {}));
  assert.equal(taken.filter(Boolean).length, 20);
});
