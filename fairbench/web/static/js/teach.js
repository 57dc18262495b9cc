// The counting screen: reads the score, plays it, keeps the device's own record, and shows it all.

import { deviceKey, playerKey, post, reach } from "./device/notes.js";
import { forget } from "./device/pages.js";
import { closeDrawers, anyDrawerOpen, fillVersions, listenForNotes, openDrawer } from "./teach/drawers.js";
import { Figure } from "./teach/figure.js";
import { Incident } from "./teach/incident.js";
import { Panel } from "./teach/panel.js";
import { listenForLooks, lookOf, toggleLook } from "./teach/looks.js";
import { Outbox } from "./teach/outbox.js";
import { People } from "./teach/people.js";
import { Player } from "./teach/player.js";
import { Screen } from "./teach/screen.js";
import { Sound } from "./teach/sound.js";

const part = (id) => document.getElementById(id);
const score = JSON.parse(part("score").textContent);
const facts = part("teach").dataset;
const stateKey = playerKey(score.meeting);

function syncWords(outbox) {
  const count = outbox.waiting.length;
  if (outbox.signedOut) return "signed out: all kept here, sign in again to send";
  if (count) return `${count} kept on this device`;
  if (outbox.refused.length) return `${outbox.refused.length} could not be taken: see “On this device”`;
  return "all saved";
}

// What the server said last: whether this screen leads the class, and whether the class is still going on.
function showSync(outbox) {
  part("sync").classList.toggle("waiting", outbox.waiting.length > 0);
  part("sync").textContent = syncWords(outbox);
  if (wantsRecord && !outbox.waiting.length) toRecord();
  const { told } = outbox;
  if (!told) return;
  // That it goes on after all may still be on its way; what was heard before that no longer holds.
  const reopening = outbox.waiting.some((event) => event.kind === "reopened");
  if (told.state !== "teaching" && !player.ended && !reopening) {
    player.endedElsewhere();
    save();
  }
  if (following === told.leads && !player.ended) setFollowing(!told.leads);
}

const local = JSON.parse(localStorage.getItem(stateKey) ?? "null");
let wantsRecord = false;
// What another screen leads, this one shows from the first moment; it may take over.
let following = !local && score.player !== null;
const player = new Player(score, (kind, details) => following || outbox.add(kind, details), local);
if (following) player.follow(score.player);
const outbox = new Outbox(score.meeting, () => (following || !player.began ? null : player.told()), showSync);
const screen = new Screen(player, outbox);
screen.people = new People(player, () => {
  save();
  screen.show();
  outbox.send();
});
screen.panel = new Panel(player, () => {
  save();
  screen.show();
  outbox.send();
});
const figure = new Figure(player, score);
const besideFigure = new Figure(player, score, true);
const hall = new BroadcastChannel(`fairbench-hall-${score.meeting}`); // a second window of this browser follows it
hall.addEventListener("message", () => tellHall());

function tellHall() {
  hall.postMessage(player.told());
}
const sound = new Sound();

function save() {
  if (!following) localStorage.setItem(stateKey, JSON.stringify(player.saved()));
}

function setFollowing(on) {
  following = on;
  screen.following = on;
  part("follows").hidden = !on;
  if (on) localStorage.removeItem(stateKey);
  else save();
  screen.show();
}

async function follow() {
  if (!following || player.ended) return;
  const answer = await reach(facts.device);
  if (!answer?.ok || !following) return;
  const told = await answer.json();
  if (told.state !== "teaching") player.endedElsewhere();
  else if (told.player) player.follow(told.player);
  screen.show();
}

part("take-over").addEventListener("click", async () => {
  const answer = await post(facts.lead, new URLSearchParams({ device: deviceKey() }));
  if (!answer?.ok) return set("follows-words", "The server cannot be reached, so this screen cannot take over now.");
  const told = await answer.json();
  if (told.player) player.follow(told.player);
  if (outbox.told) outbox.told = { ...outbox.told, leads: true }; // what it heard before it took over no longer holds
  setFollowing(false);
});

function set(id, text) {
  part(id).textContent = text;
}

// To the record once everything has arrived; until then it waits and says so, and goes by itself.
async function toRecord() {
  wantsRecord = outbox.waiting.length > 0;
  if (wantsRecord) return outbox.send();
  await forget(score.meeting);
  return location.assign(facts.record);
}

// It was not over after all.
function reopen() {
  wantsRecord = false;
  player.reopen();
  save();
  tellHall();
  screen.show();
  outbox.send();
}

function press(id, action) {
  part(id).addEventListener("click", () => {
    action();
    save();
    tellHall();
    screen.show();
    outbox.send(); // whoever follows sees it at once
  });
}

press("do-pause", () => (player.ended ? toRecord() : player.playOrPause()));
press("do-back", () => player.back());
press("do-next", () => player.next());
press("do-more", () => player.oneMore());
press("do-rest", () => player.rest());
press("do-skip", () => player.skip());
press("do-leave-out", () => player.leaveOut(part("do-leave-out").dataset.item));
press("end-now", () => {
  player.end();
  closeDrawers();
});
part("do-swap").addEventListener("click", () => {
  fillVersions(player);
  openDrawer("drawer-swap", part("do-swap"));
});
part("do-note").addEventListener("click", () => openDrawer("drawer-note", part("do-note")));
part("do-people").addEventListener("click", () => openDrawer("drawer-people", part("do-people")));
part("do-end").addEventListener("click", () => (player.ended ? reopen() : openDrawer("drawer-end", part("do-end"))));
// Whatever is seen, nobody goes on moving while it is looked up.
part("do-signs").addEventListener("click", () => {
  if (!following && player.running) part("do-pause").click();
  openDrawer("drawer-signs", part("do-signs"));
});
part("do-sound").addEventListener("click", () => openDrawer("drawer-sound", part("do-sound")));
for (const what of ["tick", "bell", "voice", "cues"]) {
  const button = part(`sound-${what}`);
  button.setAttribute("aria-pressed", String(sound.on[what]));
  button.addEventListener("click", () => {
    sound.toggle(what);
    button.setAttribute("aria-pressed", String(sound.on[what]));
  });
}
part("sound-rate").value = sound.on.rate;
part("sound-rate").addEventListener("change", () => sound.setRate(part("sound-rate").value));
if (!sound.hasVoice) {
  for (const id of ["sound-voice", "sound-cues", "sound-rate"]) part(id).disabled = true;
  part("sound-said").textContent = "This browser cannot count aloud.";
}
for (const button of document.querySelectorAll("[data-close]")) button.addEventListener("click", closeDrawers);
listenForNotes(player, outbox);
const incident = new Incident(player, outbox, () => {
  save();
  screen.show();
});

// A foot switch and a presenter's remote send page up and page down.
const KEYS = { " ": "do-pause", ArrowRight: "do-next", PageDown: "do-next", ArrowLeft: "do-back", PageUp: "do-back" };
const plainKey = (event) => (KEYS[event.key] || lookOf(event.key)) && !event.ctrlKey && !event.metaKey && !event.altKey && !anyDrawerOpen() && !event.target.closest("textarea, input, select");

// Space pauses at any time, also where a button has the focus; Enter presses that one.
document.addEventListener("keydown", (event) => {
  if (event.key === "Escape") return closeDrawers();
  if (!plainKey(event)) return;
  event.preventDefault();
  if (lookOf(event.key)) return toggleLook(lookOf(event.key));
  const button = part(KEYS[event.key]);
  if (!button.disabled && !event.repeat) button.click();
});
document.addEventListener("keyup", (event) => event.key === " " && plainKey(event) && event.preventDefault());

let lastSaved = 0;
setInterval(() => {
  player.tick();
  sound.follow(player);
  screen.show();
  incident.tick();
  figure.show();
  besideFigure.show();
  if (Date.now() - lastSaved > 1000 && player.began) {
    lastSaved = Date.now();
    save();
    tellHall();
  }
}, 100);
setInterval(follow, 3000);
window.addEventListener("pagehide", () => player.began && part("do-pause").textContent !== "Record" && save());

let lock = null;
document.addEventListener("visibilitychange", keepAwake);
async function keepAwake() {
  if (document.visibilityState !== "visible" || !navigator.wakeLock) return;
  try {
    lock = await navigator.wakeLock.request("screen");
  } catch (error) {
    lock = null; // refused on low battery; the class goes on, the screen may go dark
  }
}

// Keep this page and all it needs on the device, so that it can be opened again without a connection.
async function keepPage() {
  if (!("serviceWorker" in navigator)) return;
  await navigator.serviceWorker.register(facts.worker, { scope: "/" });
  const ready = await navigator.serviceWorker.ready;
  await document.fonts.ready;
  const needed = performance.getEntriesByType("resource").map((entry) => entry.name).filter((name) => /^\/(static|shelf\/figures)\//.test(new URL(name).pathname));
  ready.active.postMessage({ keep: location.pathname, needed });
}

listenForLooks();
setFollowing(following);
figure.show();
showSync(outbox);
outbox.send();
keepAwake();
keepPage();
document.addEventListener("films-kept", keepPage);
