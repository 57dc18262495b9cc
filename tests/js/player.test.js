// The player of the teaching screen: where the class is, and what each button does to it.

import assert from "node:assert/strict";
import { beforeEach, test } from "node:test";

import { doneBetween, Player, withOneMore } from "../../fairbench/web/static/js/teach/player.js";
import { score, step } from "./score.js";

const BEGIN = 1_700_000_000_000;
let now;
let reports;
Date.now = () => now;

// Let so many seconds pass, in ticks of a tenth, as the screen does.
function pass(player, seconds) {
  for (let tenth = 0; tenth < Math.round(seconds * 10); tenth += 1) {
    now += 100;
    player.tick();
  }
}

function begun(saved) {
  const note = (kind, details = {}) => kind === "worked" || reports.push([kind, details.item ?? "", details.text ?? details.number ?? ""]);
  const player = new Player(score(), note, saved);
  if (!saved) player.playOrPause();
  return player;
}

beforeEach(() => {
  now = BEGIN;
  reports = [];
});

test("it plays from step to step on the clock and reports each item once", () => {
  const player = begun();
  pass(player, 5.9);
  assert.equal(player.step.kind, "explain");
  pass(player, 0.2);
  assert.equal(player.step.kind, "work");
  assert.equal(player.beat.number, 1);
  pass(player, 4);
  assert.equal(player.beat.number, 2);
  pass(player, 20);
  assert.equal(player.step.item, "b");
  assert.deepEqual(reports, [["began", "", ""], ["item", "a", ""], ["item", "b", ""]]);
});

test("at the end of the last step the class is over and the clock stands", () => {
  const player = begun();
  pass(player, 61);
  assert.ok(player.ended);
  const elapsed = player.elapsed;
  now += 60_000;
  assert.equal(player.elapsed, elapsed);
  assert.deepEqual(reports.at(-1), ["ended", "", ""]);
  assert.deepEqual(reports.filter(([kind, item]) => kind === "item" && item === ""), [["item", "", ""]]);
});

test("a pause stops the count, not the clock on the wall", () => {
  const player = begun();
  pass(player, 3);
  player.playOrPause();
  pass(player, 30);
  assert.equal(Math.round(player.at), 3);
  assert.equal(Math.round(player.behind), 30);
  player.playOrPause();
  pass(player, 1);
  assert.equal(Math.round(player.at), 4);
});

test("a device that slept pauses instead of running on", () => {
  const player = begun();
  pass(player, 2);
  now += 60_000;
  player.tick();
  assert.equal(player.running, false);
  assert.ok(player.woke);
  assert.equal(Math.round(player.at), 2);
});

test("back begins the step again, and right at its beginning goes one back", () => {
  const player = begun();
  pass(player, 10);
  player.back();
  assert.deepEqual([player.index, player.at], [1, 0]);
  player.back();
  assert.equal(player.index, 0);
});

test("one more repetition follows the last, counted, and the total rises", () => {
  const player = begun();
  pass(player, 7);
  player.oneMore();
  assert.equal(player.step.seconds, 12);
  assert.deepEqual(player.step.beats.map((beat) => [beat.at, beat.number, beat.of]), [[0, 1, 3], [4, 2, 3], [8, 3, 3]]);
  assert.deepEqual(score().steps[1].beats.map((beat) => beat.of), [2, 2]);
});

test("one more of taking turns is the other side's", () => {
  const turns = score();
  for (const [place, side] of ["left", "right"].entries()) turns.steps[1].beats[place].side = side;
  const player = new Player(turns, () => {});
  player.playOrPause();
  pass(player, 7);
  player.oneMore();
  assert.deepEqual(player.step.beats.map((beat) => beat.side), ["left", "right", "left"]);
});

test("one more of a hold is some seconds more", () => {
  const player = begun();
  pass(player, 37);
  player.oneMore();
  assert.deepEqual([player.step.seconds, player.step.beats[0].seconds], [20, 20]);
});

// A score with one item whose sides follow one another, with what is given about it.
function sided(more = {}) {
  const value = score();
  const beats = () => [0, 1].map((n) => ({ at: 4 * n, seconds: 4, calls: "repetition", number: n + 1, of: 2, word: "lift", side: "", moves: [0, 1], cycle: 0 }));
  value.steps = [
    step("work", "a", 0, 8, { side: "left", beats: beats() }),
    step("switch", "a", 8, 5),
    step("work", "a", 13, 8, { side: "right", beats: beats() }),
    step("rest", "a", 21, 10),
    step("close", null, 31, 4),
  ];
  value.items = [{ ...value.items[0], even: true, ...more }];
  return value;
}

function playing(value) {
  const told = [];
  const player = new Player(value, (kind, details = {}) => told.push({ kind, ...details }));
  player.playOrPause();
  return { player, told };
}

test("one more on the first side is one more on the second", () => {
  const { player, told } = playing(sided());
  pass(player, 5);
  player.oneMore();
  assert.deepEqual([player.queue[0].seconds, player.queue[2].seconds], [12, 12]);
  assert.equal(told.filter(({ kind }) => kind === "one_more").length, 2);
  assert.equal(player.uneven, "");
});

test("an end that is uneven is evened up with one on the side that had less", () => {
  const { player } = playing(sided());
  pass(player, 14);
  player.oneMore();
  assert.equal(player.uneven, "left");
  pass(player, 14);
  assert.equal(player.step.kind, "rest");
  player.evenUp();
  assert.deepEqual([player.step.kind, player.step.side, player.step.seconds], ["work", "left", 4]);
  assert.equal(player.uneven, "");
});

test("where one side is meant to do more nothing is evened up", () => {
  const { player } = playing(sided({ even: false }));
  pass(player, 14);
  player.oneMore();
  assert.equal(player.uneven, "");
});

test("taking turns counted in pairs grows by a pair", () => {
  const pairs = score();
  for (const [place, side] of ["left", "right"].entries()) Object.assign(pairs.steps[1].beats[place], { side, number: 1, of: 1 });
  const { step: longer, counted } = withOneMore(pairs.steps[1]);
  assert.deepEqual(longer.beats.map((beat) => [beat.side, beat.number, beat.of]), [["left", 1, 2], ["right", 1, 2], ["left", 2, 2], ["right", 2, 2]]);
  assert.equal(counted, 2);
  assert.deepEqual(doneBetween(longer, 0, 16).map((row) => [row.side, row.count]), [["left", 2], ["right", 2]]);
});

test("a further set that is offered comes once, and who took it is told", () => {
  const { player, told } = playing(sided({ offered: 1 }));
  assert.equal(player.canTakeSet(), false);
  pass(player, 22);
  assert.equal(player.canTakeSet(), true);
  player.takeSet(["p1", "p2"]);
  assert.deepEqual(player.queue.filter((one) => one.offered).map((one) => one.kind), ["work", "switch", "work"]);
  assert.equal(player.canTakeSet(), false);
  pass(player, 60);
  assert.deepEqual(told.filter(({ kind }) => kind === "set_taken").map(({ participant, seconds, number }) => [participant, seconds, number]), [["p1", 16, 1], ["p2", 16, 1]]);
  assert.equal(told.filter(({ kind }) => kind === "worked").length, 2);
});

test("what the other of a pair does is not told again", () => {
  const value = sided();
  value.steps[2] = { ...value.steps[2], side: "left", again: true };
  const { player, told } = playing(value);
  pass(player, 40);
  assert.equal(told.filter(({ kind }) => kind === "worked").length, 1);
});

test("another version is done in the rounds still to come as well", () => {
  const value = score();
  const [, work] = value.items[1].others[0].steps;
  const round = (number, start) => [step("work", "b", start, 10, { round: number, rounds: 2, beats: work.beats }), step("rest", "b", start + 10, 5, { round: number, rounds: 2 })];
  value.steps = [...round(1, 0), step("work", "a", 15, 8, { beats: value.steps[1].beats }), ...round(2, 23), step("close", null, 38, 2)];
  const { player } = playing(value);
  pass(player, 2);
  player.swap("b2");
  const later = player.queue.slice(player.queue.findIndex((one) => one.item === "a") + 1);
  assert.deepEqual(later.map((one) => [one.kind, one.seconds, one.round ?? null]), [["work", 12, 2], ["rest", 5, 2], ["close", 2, null]]);
  assert.equal(later[0].planned, 10);
});

test("who stops before the end has reached what was counted until then", () => {
  const { player, told } = playing(sided());
  pass(player, 6);
  player.stopsHere("p1");
  const { mark, number, seconds, side } = told.at(-1);
  assert.deepEqual([mark, number, Math.round(seconds), side], ["stopped", 1, 6, "left"]);
});

test("there is no more of what is not work", () => {
  const player = begun();
  player.oneMore();
  assert.equal(player.canDoMore(), false);
  assert.equal(reports.some(([kind]) => kind === "one_more"), false);
});

test("a rest comes between and the step goes on where it was", () => {
  const player = begun();
  pass(player, 9);
  player.rest();
  assert.deepEqual([player.step.kind, player.step.seconds, player.step.beats.length], ["rest", 30, 0]);
  pass(player, 30.1);
  assert.equal(player.step.kind, "work");
  assert.ok(Math.abs(player.at - 3.1) < 0.11);
  assert.equal(Math.round(player.behind), 30);
});

test("skip leaves the rest of the item out and says so", () => {
  const player = begun();
  pass(player, 7);
  player.skip();
  assert.deepEqual([player.step.item, player.step.kind], ["b", "transfer"]);
  assert.ok(player.skipped.has("a"));
  assert.deepEqual(reports.at(-2), ["skipped", "a", ""]);
});

test("another version takes the time that the plan has for what is left", () => {
  const player = begun();
  pass(player, 31);
  player.swap("b2");
  assert.equal(player.version.id, "b2");
  const planned = player.queue.filter((step) => step.item === "b" && step.start >= 30).reduce((sum, step) => sum + step.planned, 0);
  assert.ok(Math.abs(planned - (56 - 31)) < 0.11);
  assert.deepEqual(reports.at(-1), ["swapped", "b", "b2"]);
  player.swap("nothing");
  assert.equal(player.version.id, "b2");
});

test("what is left out when late is an extra that moves nobody about", () => {
  const player = begun();
  assert.equal(player.extraToLeaveOut(), undefined);
  const near = score();
  near.steps.splice(3, 1);
  const other = new Player(near, () => {});
  other.playOrPause();
  assert.equal(other.extraToLeaveOut().id, "b");
  other.leaveOut("b");
  assert.equal(other.queue.some((step) => step.item === "b"), false);
  assert.ok(other.skipped.has("b"));
});

test("what comes next is told with the way to it", () => {
  const { item, ways } = begun().upcoming();
  assert.equal(item.id, "b");
  assert.deepEqual(ways.map((way) => way.kind), ["transfer"]);
});

test("a class goes on after a reload from where it was kept", () => {
  const player = begun();
  pass(player, 9);
  player.oneMore();
  const again = begun(JSON.parse(JSON.stringify(player.saved())));
  assert.deepEqual([again.index, Math.round(again.at), again.step.seconds], [1, 3, 12]);
  assert.equal(again.running, false);
  assert.ok(again.woke);
});

test("a step that is as in the score is kept by its number, one that is not as it is", () => {
  const player = begun();
  pass(player, 9);
  player.oneMore();
  player.rest();
  const kept = player.saved().queue;
  assert.deepEqual([typeof kept[0], kept[1].kind, kept[2].kind, kept.slice(3)], ["number", "rest", "work", [2, 3, 4, 5, 6, 7]]);
  const again = begun(JSON.parse(JSON.stringify(player.saved())));
  assert.deepEqual(again.queue.map((step) => [step.kind, step.seconds]), player.queue.map((step) => [step.kind, step.seconds]));
});

test("another screen is where the first one is, however its clock stands", () => {
  const player = begun();
  pass(player, 9);
  const told = JSON.parse(JSON.stringify({ ...player.told(), ago: 2 }));
  now += 5_000_000;
  const other = new Player(score(), () => assert.fail("a screen that follows reports nothing"), null);
  other.follow(told);
  assert.deepEqual([other.index, Math.round(other.at), Math.round(other.elapsed), other.running], [1, 5, 11, true]);
  player.playOrPause();
  other.follow({ ...JSON.parse(JSON.stringify(player.told())), ago: 30 });
  assert.deepEqual([other.index, Math.round(other.at), other.running], [1, 3, false]);
});

test("a screen that was silent for long is not followed past some minutes", () => {
  const player = begun();
  pass(player, 1);
  const other = new Player(score(), () => {}, null);
  other.follow({ ...player.told(), ago: 5000 });
  assert.equal(Math.round(other.at), 601);
});

test("a class that was kept before beats had names goes on too", () => {
  const player = begun();
  pass(player, 9);
  const saved = JSON.parse(JSON.stringify({ ...player.saved(), queue: player.queue.map((step) => ({ ...step, number: undefined })) }));
  for (const step of saved.queue) step.beats = step.beats.map((beat) => [beat.at, beat.seconds, beat.calls, beat.number, beat.of, beat.word, beat.side, ...beat.moves, beat.cycle]);
  const again = begun(saved);
  assert.deepEqual(again.beat, player.beat);
});

test("what was done of a step is told when it is left, by side", () => {
  const told = [];
  const turns = score();
  for (const [place, side] of ["left", "right"].entries()) turns.steps[1].beats[place].side = side;
  const player = new Player(turns, (kind, details) => kind === "worked" && told.push([details.item, details.side, details.seconds, details.number]));
  player.playOrPause();
  pass(player, 11);
  player.next();
  assert.deepEqual(told, [["a", "left", 4, 1], ["a", "right", 1, 0]]);
});

test("what is done is told once, over a rest, going back and one more", () => {
  const told = [];
  const player = new Player(score(), (kind, details) => ["worked", "back", "one_more"].includes(kind) && told.push([kind, details.seconds, details.number ?? 0]));
  player.playOrPause();
  pass(player, 8);
  player.rest();
  pass(player, 32);
  player.back();
  player.oneMore();
  pass(player, 12.1);
  const worked = told.filter(([kind]) => kind === "worked");
  assert.deepEqual(told.map(([kind]) => kind), ["worked", "worked", "back", "one_more", "worked"]);
  assert.ok(Math.abs(worked.reduce((sum, row) => sum + row[1], 0) - (4 + 12)) < 0.3);
  assert.equal(worked.at(-1)[2], 3);
});

test("the end, a skip and a swap tell what was done so far", () => {
  for (const leave of [(player) => player.end(), (player) => player.skip(), (player) => player.next()]) {
    const told = [];
    const player = new Player(score(), (kind, details) => kind === "worked" && told.push([details.seconds, details.number]));
    player.playOrPause();
    pass(player, 11);
    leave(player);
    assert.deepEqual(told, [[5, 1]]);
  }
});

test("a screen that goes on after a reload tells nothing twice", () => {
  const told = [];
  const player = new Player(score(), (kind, details) => kind === "worked" && told.push(details.seconds));
  player.playOrPause();
  pass(player, 9);
  player.rest();
  const again = new Player(score(), (kind, details) => kind === "worked" && told.push(details.seconds), JSON.parse(JSON.stringify(player.saved())));
  again.playOrPause();
  pass(again, 36);
  assert.ok(Math.abs(told.reduce((sum, seconds) => sum + seconds, 0) - 8) < 0.2);
});

// A small generator of chance, the same on every run.
function chance(seed) {
  let state = seed;
  return () => {
    state = (state * 1664525 + 1013904223) % 4294967296;
    return state / 4294967296;
  };
}

test("whatever is pressed, what is told is what was worked, and no more than planned and added", () => {
  for (let seed = 1; seed <= 300; seed += 1) {
    const random = chance(seed);
    const told = [];
    const player = new Player(score(), (kind, details) => told.push({ kind, ...details }));
    const worked = new Map();
    player.playOrPause();
    for (let press = 0; press < 25 && !player.ended; press += 1) {
      const tenths = Math.floor(random() * 90);
      for (let tenth = 0; tenth < tenths && !player.ended; tenth += 1) {
        const { step, at, index } = player;
        pass(player, 0.1);
        if (step?.kind !== "work" || !player.running) continue;
        const went = player.index === index ? player.at - at : step.seconds - at;
        worked.set(step.item, (worked.get(step.item) ?? 0) + went);
      }
      if (player.ended) break;
      const presses = [() => player.next(), () => player.back(), () => player.skip(), () => player.oneMore(), () => player.rest(), () => player.playOrPause(), () => {}];
      presses[Math.floor(random() * presses.length)]();
    }
    player.end();
    // Each step that is gone into begins within a tick, which is not seen from here.
    const unseen = 0.1 * (1 + told.filter((event) => event.kind === "worked").length);
    const sum = (kinds, item) => told.filter((event) => kinds.includes(event.kind) && event.item === item).reduce((total, event) => total + event.seconds, 0);
    for (const [item, planned] of [["a", 8], ["b", 10]]) {
      assert.ok(Math.abs(sum(["worked"], item) - (worked.get(item) ?? 0)) <= unseen, `seed ${seed}, ${item}`);
      assert.ok(sum(["worked"], item) <= planned + sum(["one_more", "back"], item) + 0.3, `seed ${seed}, ${item}: too much`);
    }
  }
});
