import assert from "node:assert/strict";
import { test } from "node:test";

import { Count } from "../../fairbench/web/static/js/home/count.js";
import { Ticks } from "../../fairbench/web/static/js/home/ticks.js";
import { beside, keyed, next } from "../../fairbench/web/static/js/term-cells.js";

const LINES = [
  { at: 0, says: "Get ready.", shows: "Get ready", seconds: 6, moves: 0 },
  { at: 6, says: "1", shows: "1", seconds: 4, moves: 1 },
  { at: 10, says: "2", shows: "2", seconds: 4, moves: 1 },
  { at: 14, says: "Done.", shows: "Done", seconds: 0, moves: 0 },
];

test("each line is said once, when it begins", () => {
  const count = new Count(LINES);
  assert.equal(count.to(0).says, "Get ready.");
  assert.equal(count.to(3), null);
  assert.equal(count.to(6).says, "1");
  assert.equal(count.to(9.9), null);
  assert.equal(count.to(14).says, "Done.", "of what was passed over only the last is said");
  assert.equal(count.over, true);
});

test("the figure goes out and back within a repetition", () => {
  const count = new Count(LINES);
  count.to(6);
  assert.ok(count.place < 0.01);
  count.to(8);
  assert.ok(count.place > 0.99);
  count.to(9.999);
  assert.ok(count.place < 0.01);
});

function store() {
  const kept = new Map();
  return { getItem: (name) => kept.get(name) ?? null, setItem: (name, value) => kept.set(name, value), removeItem: (name) => kept.delete(name) };
}

test("a tick waits without a connection and is sent once", async () => {
  const sent = [];
  let status = 0;
  const ticks = new Ticks(store(), "/h/x/", async (key) => {
    if (status === 200) sent.push(key);
    return status;
  });
  assert.equal(await ticks.add("a"), "kept");
  assert.deepEqual(ticks.waiting, ["a"]);
  status = 200;
  assert.equal(await ticks.add("b"), "sent");
  assert.deepEqual(sent, ["a", "b"]);
  assert.deepEqual(ticks.waiting, []);
  await ticks.flush();
  assert.deepEqual(sent, ["a", "b"]);
});

test("of an address that was withdrawn nothing is kept", async () => {
  const ticks = new Ticks(store(), "/h/x/", async () => 410);
  assert.equal(await ticks.add("a"), "gone");
  assert.deepEqual(ticks.waiting, []);
});

test("what was kept and cannot be read counts as nothing", () => {
  const broken = store();
  broken.setItem("home.ticks:/h/x/", "{");
  assert.deepEqual(new Ticks(broken, "/h/x/", async () => 200).waiting, []);
});

test("a press goes through what an exercise can be in a class", () => {
  assert.equal(next("nothing"), "practised");
  assert.equal(next("well_known"), "new");
  assert.equal(next("new"), "dropped");
  assert.equal(next("dropped"), "");
  assert.equal(keyed("N"), "new");
  assert.equal(keyed("Delete"), "");
  assert.equal(keyed("x"), null);
});

test("arrows pass over classes that were taught", () => {
  const open = [[false, true, false, true], [true, true, true, true]];
  assert.deepEqual(beside(open, 0, 1, "ArrowRight"), [0, 3]);
  assert.equal(beside(open, 0, 1, "ArrowLeft"), null);
  assert.deepEqual(beside(open, 0, 3, "ArrowDown"), [1, 3]);
  assert.deepEqual(beside(open, 1, 2, "ArrowUp"), null);
  assert.equal(beside(open, 0, 1, "Tab"), null);
});
