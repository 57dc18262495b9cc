// What a press or a key makes of a cell, and which cell lies beside another. Knows no page.

const AFTER = { nothing: "practised", due: "practised", known: "new", well_known: "new", new: "dropped", dropped: "" };
const KEYS = { p: "practised", n: "new", d: "dropped", delete: "", backspace: "" };
const WAYS = { ArrowLeft: [0, -1], ArrowRight: [0, 1], ArrowUp: [-1, 0], ArrowDown: [1, 0] };

// What comes next in turn.
export function next(kind) {
  return AFTER[kind] ?? "practised";
}

// What a key says; null where it says nothing.
export function keyed(key) {
  return KEYS[key.toLowerCase()] ?? null;
}

// The nearest cell in the way of a key that can be entered, as [row, place]; null where there is none. `open` says of
// each row which of its cells can be.
export function beside(open, row, place, key) {
  const way = WAYS[key];
  if (!way) return null;
  let [at, to] = [row + way[0], place + way[1]];
  while (open[at] && to >= 0 && to < open[at].length) {
    if (open[at][to]) return [at, to];
    at += way[0];
    to += way[1];
  }
  return null;
}
