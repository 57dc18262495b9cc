// Plays a score: where the class is, and what each button does to it. Knows no page and no network.
//
// The queue starts as the score's steps and grows as the class departs from the plan. Every step has
// `start` and `planned`: where it stands in the plan and how much of the plan it stands for.

const SLEPT = 5000;
const MORE_SECONDS = 10;
const REST_SECONDS = 30;
const MOST_SILENCE = 600;
const MOST_UNEVEN = 3; // more apart than that was meant so
const COUNTED = new Set(["repetition", "breath", "pulse", "round"]);
const TOLD = new Set([...COUNTED, "hold"]);
const NEAR = 1e-6;
const OTHER = { left: "right", right: "left" };
const BEAT = ["at", "seconds", "calls", "number", "of", "word", "side", "from", "to", "cycle"];

// A class that was begun before beats had names goes on from where it was kept.
function named(step) {
  const beats = (step.beats ?? []).map((beat) => {
    if (!Array.isArray(beat)) return beat;
    const { from, to, ...rest } = Object.fromEntries(BEAT.map((name, place) => [name, beat[place]]));
    return { ...rest, moves: [from, to] };
  });
  return { ...step, beats };
}

// A step as it is kept: by its number in the score where it still is as it was there.
function brief(step) {
  if (step.number === undefined) return step;
  return step.resumeAt === undefined ? step.number : { number: step.number, resumeAt: step.resumeAt };
}

// What lies between two moments of a work step: by side the seconds, and what was counted to its end.
export function doneBetween(step, from, to) {
  const sides = new Map();
  const of = (side) => {
    if (!sides.has(side)) sides.set(side, { side, seconds: 0, count: 0 });
    return sides.get(side);
  };
  step.beats.forEach((beat, n) => {
    const end = beat.at + beat.seconds;
    const seconds = Math.min(end, to) - Math.max(beat.at, from);
    const row = of(beat.side || step.side);
    if (seconds > 0) row.seconds += seconds;
    const next = step.beats[n + 1];
    const last = !next || next.calls !== beat.calls || next.number !== beat.number || next.side !== beat.side;
    if (last && TOLD.has(beat.calls) && end > from + NEAR && end <= to + NEAR) row.count += 1;
  });
  return [...sides.values()].filter((row) => row.seconds > NEAR).map((row) => ({ ...row, seconds: Math.round(row.seconds * 100) / 100 }));
}

// A step of work with one more at its end: a count, of taking turns the other side's, or some seconds.
export function withOneMore(given) {
  const step = { ...given, number: undefined, beats: given.beats.map((beat) => ({ ...beat })) };
  const last = step.beats[step.beats.length - 1];
  if (!COUNTED.has(last.calls)) {
    last.seconds += MORE_SECONDS;
    step.seconds += MORE_SECONDS;
    return { step, added: MORE_SECONDS, counted: 0 };
  }
  const group = step.beats.filter((beat) => beat.calls === last.calls && beat.number === last.number && beat.side === last.side);
  const inPairs = Boolean(last.side) && step.beats.some((beat) => beat.number === last.number && beat.side === OTHER[last.side]);
  for (const beat of step.beats) if (beat.calls === last.calls) beat.of += 1;
  let at = step.seconds;
  // A pair is counted as one, and has both of its sides.
  for (const side of inPairs ? [OTHER[last.side], last.side] : [OTHER[last.side] ?? ""]) {
    for (const beat of group) {
      step.beats.push({ ...beat, at, number: beat.number + 1, of: last.of, side });
      at += beat.seconds;
    }
  }
  const added = at - step.seconds;
  step.seconds = at;
  return { step, added, counted: inPairs ? 2 : 1 };
}

// A step of work cut down to its first count, on one side; null where nothing is counted.
function onlyOne(step, side) {
  const counted = step.beats.find((beat) => COUNTED.has(beat.calls) && (!beat.side || beat.side === side));
  if (!counted) return null;
  let at = 0;
  const beats = step.beats
    .filter((beat) => beat.calls === counted.calls && beat.number === counted.number && beat.side === counted.side)
    .map((beat) => {
      const placed = { ...beat, at, number: 1, of: 1 };
      at += beat.seconds;
      return placed;
    });
  return { ...step, beats, seconds: at, side: counted.side || step.side };
}

export class Player {
  constructor(score, report, saved) {
    this.score = score;
    this.report = report;
    this.items = new Map(score.items.map((item) => [item.id, item]));
    this.restore(saved);
  }

  restore(saved) {
    const steps = this.score.steps.map((step, number) => ({ ...step, planned: step.seconds, number }));
    const whole = (step) => (typeof step === "number" ? steps[step] : step.number === undefined ? named(step) : { ...steps[step.number], ...step });
    this.queue = saved?.queue?.map(whole).filter((step) => step?.kind) ?? steps;
    this.index = saved?.index ?? 0;
    this.at = saved?.at ?? 0;
    this.from = saved?.from ?? 0; // of the current step, what lies before it is told
    this.startedAt = saved?.startedAt ?? null;
    this.endedAt = saved?.endedAt ?? null;
    this.reported = saved?.reported ?? null;
    this.skipped = new Set(saved?.skipped ?? []);
    this.swapped = saved?.swapped ?? {};
    this.here = new Set(saved?.here ?? this.score.people?.filter((person) => person.here).map((person) => person.id));
    this.incident = saved?.incident ?? null; // of the class's time line of an incident, if one goes on
    this.running = false;
    this.woke = Boolean(saved?.startedAt && !saved?.endedAt);
    this.last = Date.now();
  }

  // Where another screen is, as it told the server so many seconds ago. One that has been silent for long may have
  // stopped, so this one goes no further than some minutes on.
  follow(told) {
    const since = told.running ? Math.min(told.ago, MOST_SILENCE) : 0;
    const startedAt = told.elapsed === null ? null : Date.now() - (told.elapsed + told.ago) * 1000;
    this.restore({ ...told, startedAt, endedAt: null, at: told.at + since });
    this.woke = false;
    this.running = told.running;
  }

  get step() {
    return this.queue[this.index];
  }

  get item() {
    return this.items.get(this.step?.item) ?? null;
  }

  get version() {
    if (!this.item) return null;
    const other = this.swapped[this.item.id];
    return this.item.others.find((version) => version.id === other) ?? this.item.version;
  }

  get began() {
    return this.startedAt !== null;
  }

  get ended() {
    return this.endedAt !== null;
  }

  // Seconds since the class began, pauses included: the clock on the wall does not stop.
  get elapsed() {
    if (!this.began) return 0;
    return ((this.endedAt ?? Date.now()) - this.startedAt) / 1000;
  }

  // Seconds behind the plan; negative when ahead.
  get behind() {
    if (!this.began || !this.step) return 0;
    const share = this.step.seconds ? Math.min(1, this.at / this.step.seconds) : 1;
    return this.elapsed - (this.step.start + share * this.step.planned);
  }

  get beat() {
    const beats = this.step?.beats ?? [];
    for (let n = beats.length - 1; n >= 0; n -= 1) if (beats[n].at <= this.at + 1e-6) return beats[n];
    return null;
  }

  saved() {
    const { queue, index, at, from, startedAt, endedAt, reported, swapped, skipped, here, incident } = this;
    return { queue: queue.map(brief), index, at, from, startedAt, endedAt, reported, swapped, skipped: [...skipped], here: [...here], incident };
  }

  // The same for another screen, whose clock may be another.
  told() {
    const { startedAt, endedAt, ...rest } = this.saved();
    return { ...rest, elapsed: this.began ? this.elapsed : null, running: this.running };
  }

  tick() {
    const now = Date.now();
    const passed = now - this.last;
    this.last = now;
    if (!this.running || passed <= 0) return;
    if (passed > SLEPT) {
      this.running = false;
      this.woke = true;
      this.report("paused");
      return;
    }
    this.advance(passed / 1000);
  }

  advance(seconds) {
    this.at += seconds;
    while (this.step && this.at >= this.step.seconds) {
      const over = this.at - this.step.seconds;
      if (!this.go(this.index + 1)) return;
      this.at += over;
    }
  }

  // Tell what of the current step was done since it was gone into, before the class leaves it.
  tell() {
    const { step } = this;
    if (!step || this.ended) return;
    const to = Math.min(this.at, step.seconds);
    // What the other of a pair does was counted already; a set that some took is told when it is begun.
    if (step.kind === "work" && !step.again && !step.offered && to > this.from) {
      for (const { side, seconds, count } of doneBetween(step, this.from, to)) {
        this.report("worked", { item: step.item, side, seconds, number: count });
      }
    }
    this.from = to;
  }

  // Move to a step; false when that is past the end and the class is over.
  go(index) {
    this.tell();
    this.index = Math.max(0, index);
    this.at = this.step?.resumeAt ?? 0;
    this.from = this.at;
    if (this.step) delete this.step.resumeAt;
    if (!this.step) {
      this.end();
      return false;
    }
    // Steps of no item (water, the way home) are reported too, so that they count to none.
    const item = this.step.item ?? "";
    if (item !== this.reported) {
      this.reported = item;
      this.report("item", { item });
    }
    return true;
  }

  playOrPause() {
    if (this.ended) return;
    this.last = Date.now();
    this.woke = false;
    this.running = !this.running;
    if (!this.began) {
      this.startedAt = Date.now();
      this.report("began");
      this.go(0);
    } else {
      this.report(this.running ? "resumed" : "paused");
    }
  }

  back() {
    const { step, at } = this;
    if (at > 3 || this.index === 0) {
      this.tell();
      this.at = this.from = 0;
    } else {
      this.go(this.index - 1);
      this.again(this.step, this.step.seconds);
    }
    this.again(step, Math.min(at, step?.seconds ?? 0));
  }

  // Work that is gone back over is done again on purpose, not by mistake counted twice.
  again(step, seconds) {
    if (step?.kind === "work" && seconds > 0) this.report("back", { item: step.item, seconds });
  }

  next() {
    this.go(this.index + 1);
  }

  skip() {
    const item = this.step?.item;
    if (!item) return this.next();
    let index = this.index;
    while (this.queue[index]?.item === item) index += 1;
    if (!this.queue.slice(index).some((step) => step.item === item)) this.skipped.add(item); // a later round is not skipped
    this.report("skipped", { item });
    // The way to the next item starts where this one would have ended, so its transfer still holds.
    this.go(index);
  }

  rest() {
    const step = this.step;
    if (!step) return;
    this.tell();
    step.resumeAt = this.at;
    const done = step.seconds ? this.at / step.seconds : 0;
    const rest = { ...step, kind: "rest", seconds: REST_SECONDS, planned: 0, start: step.start + done * step.planned, beats: [], says: "Rest. Breathe.", resumeAt: undefined, number: undefined };
    this.queue.splice(this.index, 0, rest);
    this.at = this.from = 0;
    this.report("rested", { item: step.item ?? "", number: REST_SECONDS });
  }

  canDoMore() {
    return this.step?.kind === "work";
  }

  // One more of what goes on; where the other side follows, one more there too, so that both have the same.
  oneMore() {
    if (!this.canDoMore()) return;
    const { step } = this;
    this.addOne(this.index);
    const other = this.otherSideAhead(step);
    if (other > 0) this.addOne(other);
  }

  addOne(index) {
    const { step, added, counted } = withOneMore(this.queue[index]);
    this.queue[index] = step;
    this.report("one_more", { item: step.item, seconds: added, number: counted });
  }

  // Where in the queue the other side of the same set comes, or -1.
  otherSideAhead(step) {
    const second = step.side ? (one) => one.side === OTHER[step.side] : (one) => step.turn && one.turn !== step.turn && !one.again;
    return this.queue.findIndex(
      (one, index) =>
        index > this.index && one.kind === "work" && one.item === step.item && one.set === step.set && one.direction === step.direction && second(one),
    );
  }

  // The side that had one less, when the item's work is over or on its last step: more was done on the other.
  get uneven() {
    const { step } = this;
    if (!step?.item || !this.item.even || this.queue.slice(this.index + 1).some((one) => one.kind === "work" && one.item === step.item)) return "";
    const counts = { left: 0, right: 0 };
    for (const one of this.queue.slice(0, this.index + 1)) {
      if (one.kind !== "work" || one.item !== step.item || one.again) continue;
      for (const { side, count } of doneBetween(one, 0, one.seconds)) if (side in counts) counts[side] += count;
    }
    const less = counts.left < counts.right ? "left" : "right";
    const apart = Math.abs(counts.left - counts.right);
    return apart > 0 && apart <= MOST_UNEVEN ? less : "";
  }

  // One on the side that had one less, next.
  evenUp() {
    const side = this.uneven;
    if (!side) return;
    const like = this.queue.slice(0, this.index + 1).reverse().find((one) => one.kind === "work" && one.item === this.step.item && (one.side === side || one.beats.some((beat) => beat.side === side)));
    const one = onlyOne(like, side);
    if (!one) return;
    const at = this.index + 1;
    this.queue.splice(at, 0, { ...one, start: like.start + like.planned, planned: 0, number: undefined });
    this.report("one_more", { item: one.item, seconds: one.seconds, number: 1 });
    if (this.step.kind !== "work") this.go(at);
  }

  // A further set that was offered: by all, or by those named. It comes now, or after what goes on.
  canTakeSet() {
    const { item } = this;
    const taken = this.queue.filter((step) => step.item === item?.id && step.offered).map((step) => step.offered);
    const later = this.queue.slice(this.index + 1).some((step) => step.item === item?.id && step.kind === "work");
    return Boolean(item?.offered) && !later && new Set(taken).size < item.offered;
  }

  takeSet(people) {
    if (!this.canTakeSet()) return;
    const { item } = this;
    const own = this.queue.filter((step) => step.item === item.id && !step.offered);
    const last = Math.max(...own.filter((step) => step.kind === "work").map((step) => step.set));
    const first = own.findIndex((step) => step.kind === "work" && step.set === last);
    const end = own.findLastIndex((step) => step.kind === "work" && step.set === last);
    const number = new Set(this.queue.map((step) => step.item === item.id && step.offered).filter(Boolean)).size + 1;
    const at = this.index + 1;
    const start = this.step.start + this.step.planned;
    const set = own.slice(first, end + 1).map((step) => ({ ...step, start, planned: 0, number: undefined, offered: number, set: last + number, sets: last + number }));
    this.queue.splice(at, 0, ...set);
    const seconds = set.reduce((sum, step) => sum + (step.kind === "work" ? step.seconds : 0), 0);
    for (const participant of people.length ? people : [null]) this.report("set_taken", { item: item.id, participant, seconds, number });
    if (this.step.kind !== "work") this.go(at);
  }

  // Another version for what is left of the current item, spread over the time the plan has for it.
  swap(versionId) {
    const item = this.item;
    const other = item?.others.find((version) => version.id === versionId);
    if (!other) return;
    this.tell();
    const done = this.step.seconds ? this.at / this.step.seconds : 0;
    const from = this.step.start + done * this.step.planned;
    let end = this.index;
    while (this.queue[end]?.item === item.id) end += 1;
    const total = other.steps.reduce((sum, step) => sum + step.seconds, 0);
    let start = from;
    const steps = other.steps.map((step) => {
      const planned = ((item.end - from) * step.seconds) / total;
      const placed = { ...step, start, planned };
      start += planned;
      return placed;
    });
    this.queue.splice(this.index, end - this.index, ...steps);
    this.swapLater(item, other, this.index + steps.length);
    this.swapped[item.id] = versionId;
    this.at = this.from = 0;
    const seconds = steps.reduce((sum, step) => sum + (step.kind === "work" ? step.seconds : 0), 0);
    this.report("swapped", { item: item.id, text: versionId, seconds });
  }

  // The same in the rounds still to come, on the sides that each of them has.
  swapLater(item, other, from) {
    let index = from;
    while (index < this.queue.length) {
      if (this.queue[index].item !== item.id) {
        index += 1;
        continue;
      }
      let end = index;
      while (this.queue[end]?.item === item.id) end += 1;
      const run = this.queue.slice(index, end);
      const sides = new Set(run.filter((step) => step.kind === "work").map((step) => step.side));
      const works = other.steps.filter((step) => step.kind === "work" && (!step.side || !sides.size || sides.has("") || sides.has(step.side)));
      const rest = run.filter((step) => step.kind === "rest").slice(-1);
      const before = run.filter((step) => step.kind === "transfer" || step.kind === "fetch");
      const { round, rounds } = run[0];
      const planned = run.filter((step) => !before.includes(step) && !rest.includes(step)).reduce((sum, step) => sum + step.planned, 0);
      const total = works.reduce((sum, step) => sum + step.seconds, 0) || 1;
      let { start } = run[before.length] ?? run[0];
      const placed = works.map((step) => {
        const one = { ...step, start, planned: (planned * step.seconds) / total, round, rounds };
        start += one.planned;
        return one;
      });
      this.queue.splice(index, end - index, ...before, ...placed, ...rest);
      index += before.length + placed.length + rest.length;
    }
  }

  // What somebody reached where a set ends before its count: on this side, until now.
  stopsHere(participant, text = "Stopped") {
    const { step } = this;
    const reached = step?.kind === "work" ? doneBetween(step, 0, this.at) : [];
    const seconds = reached.reduce((sum, row) => sum + row.seconds, 0);
    const number = reached.reduce((sum, row) => sum + row.count, 0);
    this.report("noted", { item: step?.item ?? "", participant, mark: "stopped", text, side: step?.side ?? "", seconds: Math.round(seconds * 10) / 10, number });
  }

  answer(participant, text) {
    this.report("answered", { item: this.step.line, participant, text });
  }

  get line() {
    return this.step?.line ? this.score.lines[this.step.line] : null;
  }

  end() {
    if (this.ended) return;
    this.tell();
    this.endedElsewhere();
    this.report("ended");
  }

  endedElsewhere() {
    this.running = false;
    this.endedAt ??= Date.now();
  }

  // Paused, where it was: at the last step if it had run through.
  reopen() {
    if (!this.ended) return;
    this.endedAt = null;
    this.index = Math.min(this.index, this.queue.length - 1);
    this.at = Math.min(this.at, this.step.seconds);
    this.from = this.at;
    this.report("reopened");
    this.reported = this.step.item ?? "";
    this.report("item", { item: this.reported });
    this.report("paused");
  }

  // When late: an item still to come that is marked as an extra and whose going moves nobody about.
  // Never one of the close.
  extraToLeaveOut() {
    const ahead = new Set(this.queue.slice(this.index + 1).map((step) => step.item));
    const now = this.step?.item;
    return this.score.items.find((item) => {
      const steps = this.queue.filter((step) => step.item === item.id);
      return item.extra && item.kind !== "close" && item.id !== now && ahead.has(item.id) && !steps.some((step) => step.kind === "transfer");
    });
  }

  leaveOut(itemId) {
    this.queue = this.queue.filter((step, index) => index <= this.index || step.item !== itemId);
    this.skipped.add(itemId);
    this.report("skipped", { item: itemId });
  }

  // Somebody comes late, or leaves early.
  comeOrGo(person) {
    const leaves = this.here.has(person);
    if (leaves) this.here.delete(person);
    else this.here.add(person);
    this.report(leaves ? "left" : "joined", { participant: person });
    return !leaves;
  }

  // The next item after the current one, and the steps that lead to it.
  upcoming() {
    const now = this.step?.item ?? null;
    let index = this.index + 1;
    while (this.queue[index] && (this.queue[index].item === now || !this.queue[index].item)) index += 1;
    const next = this.queue[index];
    if (!next) return null;
    const ways = [];
    while (this.queue[index] && this.queue[index].item === next.item && this.queue[index].kind !== "work") {
      if (this.queue[index].kind === "transfer" || this.queue[index].kind === "fetch") ways.push(this.queue[index]);
      index += 1;
    }
    return { item: this.items.get(next.item), ways };
  }
}
