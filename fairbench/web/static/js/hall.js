// The second screen, for the hall: the figure, the count and what comes next. It follows the device that teaches: over the
// server, or, in another window of the same browser, without one.

import { reach } from "./device/notes.js";
import { countOf } from "./teach/count.js";
import { Figure } from "./teach/figure.js";
import { Player } from "./teach/player.js";

const part = (id) => document.getElementById(id);
const score = JSON.parse(part("score").textContent);
const { device, worker } = part("hall").dataset;
const player = new Player(score, () => {});
const figure = new Figure(player, score);
const besideFigure = new Figure(player, score, true);
const MIRROR = "fairbench.hall.mirror";
const ASK = 1000;
const BESIDE = 4000; // a window of the same browser that told something so lately is followed instead of the server
let told = 0;

function set(id, text) {
  if (part(id).textContent !== text) part(id).textContent = text;
}

function mirror(on) {
  localStorage.setItem(MIRROR, on ? "yes" : "");
  part("mirror").setAttribute("aria-pressed", String(on));
  part("hall").classList.toggle("mirrored", on);
}

function show() {
  const { step, item, beat, began, ended } = player;
  const next = began && !ended ? player.upcoming() : null;
  if (!began || ended || !step) {
    set("name", ended ? "The class is over" : score.name);
    for (const id of ["number", "word", "side", "next"]) set(id, "");
    return;
  }
  const { number, word } = countOf(step, beat, player.at);
  const side = beat?.side || step.side;
  set("name", item?.name ?? (player.line?.says || step.says));
  set("number", number);
  set("word", word);
  set("side", [side && `your ${side}`, !side && step.turn, step.direction, step.rounds > 1 && `round ${step.round} of ${step.rounds}${step.roundName ? `: ${step.roundName}` : ""}`].filter(Boolean).join(" · "));
  set("next", next ? `Next: ${next.item.name}` : "Next: the end");
}

function follow(state) {
  player.follow({ ...state, ago: state.ago ?? 0 });
}

const channel = new BroadcastChannel(`fairbench-hall-${score.meeting}`);
channel.addEventListener("message", (event) => {
  told = Date.now();
  follow(event.data);
});

async function ask() {
  if (Date.now() - told < BESIDE) return;
  const answer = await reach(device);
  if (!answer?.ok) return;
  const { state, player: there } = await answer.json();
  if (state !== "teaching") player.endedElsewhere();
  else if (there) follow(there);
}

async function keepPage() {
  if (!("serviceWorker" in navigator)) return;
  await navigator.serviceWorker.register(worker, { scope: "/" });
  const ready = await navigator.serviceWorker.ready;
  const needed = performance.getEntriesByType("resource").map((entry) => entry.name).filter((name) => /^\/(static|shelf\/figures)\//.test(new URL(name).pathname));
  ready.active.postMessage({ keep: location.pathname, needed });
}

part("mirror").addEventListener("click", () => mirror(part("mirror").getAttribute("aria-pressed") !== "true"));
mirror(localStorage.getItem(MIRROR) === "yes");
if (score.player) follow(score.player);
channel.postMessage("where"); // a window that teaches answers at once
setInterval(() => {
  player.tick();
  show();
  figure.show();
  besideFigure.show();
}, 100);
setInterval(ask, ASK);
document.addEventListener("films-kept", keepPage);
show();
keepPage();
