// The board of a term by hand: a press changes what an exercise is in a class, a drag takes it to another, and every
// drag has a key. What comes of it is worked out by the server.

import { next, keyed, beside } from "./term-cells.js";

const board = () => document.getElementById("term-board");
let held = null;

function cells() {
  return [...board().querySelectorAll("tbody tr")].map((row) => [...row.querySelectorAll("button.term-cell")]).filter((row) => row.length);
}

function kind(cell) {
  return [...cell.classList].find((name) => name !== "term-cell");
}

async function send(values, focus) {
  await window.htmx.ajax("POST", board().dataset.change, { values, target: "#term-board", swap: "outerHTML" });
  const cell = focus && board().querySelector(`[data-slot="${focus.slot}"][data-exercise="${focus.exercise}"]`);
  if (cell) enter(cell);
  document.getElementById("status").textContent = cell ? cell.getAttribute("aria-label") : document.getElementById("last-change")?.textContent ?? "";
}

function enter(cell) {
  for (const other of board().querySelectorAll('button.term-cell[tabindex="0"]')) other.tabIndex = -1;
  cell.tabIndex = 0;
  cell.focus();
}

function ready() {
  const first = board()?.querySelector("button.term-cell:not(:disabled)");
  if (first && !board().querySelector('button.term-cell[tabindex="0"]')) first.tabIndex = 0;
}

function mark(cell, to) {
  const { slot, exercise } = cell.dataset;
  return send({ what: "mark", slot, exercise, mark: to }, { slot, exercise });
}

function move(cell, to) {
  const { slot, exercise } = cell.dataset;
  return send({ what: "move", slot, to, exercise }, { slot: to, exercise });
}

function closeSlot(slot) {
  slot.open = false;
  slot.querySelector("summary").focus();
}

document.addEventListener("click", (event) => {
  if (event.target.closest("[data-close-slot]")) closeSlot(event.target.closest(".term-slot"));
  const cell = event.target.closest("button.term-cell");
  if (cell && !cell.disabled) mark(cell, next(kind(cell)));
});

document.addEventListener("keydown", (event) => {
  const cell = event.target.closest?.("button.term-cell");
  if (event.key.toLowerCase() === "z" && !event.ctrlKey && board() && !event.target.closest("input, select, textarea")) {
    document.getElementById("undo")?.click();
    return;
  }
  const slot = event.target.closest?.(".term-slot[open]");
  if (event.key === "Escape" && slot) closeSlot(slot);
  if (!cell) return;
  const mine = cells();
  const row = mine.findIndex((one) => one.includes(cell));
  const to = beside(mine.map((one) => one.map((other) => !other.disabled)), row, mine[row].indexOf(cell), event.key);
  if (to) {
    event.preventDefault();
    const target = mine[to[0]][to[1]];
    if (event.altKey && to[0] === row) move(cell, target.dataset.slot);
    else if (!event.altKey) enter(target);
    return;
  }
  const wanted = keyed(event.key);
  if (wanted !== null && !event.ctrlKey && !event.metaKey) {
    event.preventDefault();
    mark(cell, wanted);
  }
});

document.addEventListener("dragstart", (event) => {
  held = event.target.closest?.("button.term-cell") ?? null;
  if (held) event.dataTransfer.effectAllowed = "move";
});

document.addEventListener("dragover", (event) => {
  const cell = event.target.closest?.("button.term-cell");
  if (held && cell && !cell.disabled && cell.dataset.exercise === held.dataset.exercise) event.preventDefault();
});

document.addEventListener("drop", (event) => {
  const cell = event.target.closest?.("button.term-cell");
  if (!held || !cell || cell === held) return;
  event.preventDefault();
  const from = held;
  held = null;
  move(from, cell.dataset.slot);
});

document.addEventListener("htmx:afterSettle", ready);
ready();
