// The counting screen: reads the score, plays it, keeps the device's own record, and shows it all.

import { closeDrawers, anyDrawerOpen, fillVersions, listenForIncidents, listenForNotes, openDrawer } from "./teach/drawers.js";
import { Figure } from "./teach/figure.js";
import { Outbox } from "./teach/outbox.js";
import { Player } from "./teach/player.js";
import { Screen } from "./teach/screen.js";
import { Sound } from "./teach/sound.js";

const part = (id) => document.getElementById(id);
const score = JSON.parse(part("score").textContent);
const facts = part("teach").dataset;
const stateKey = `fairbench.class.${score.meeting}`;

function showSync(outbox) {
  const count = outbox.waiting.length;
  part("sync").classList.toggle("waiting", count > 0);
  part("sync").textContent = outbox.signedOut ? "signed out: all kept here, sign in again to send" : count ? `${count} kept on this device` : "all saved";
}

const outbox = new Outbox(score.meeting, facts.events, facts.token, showSync);
const saved = JSON.parse(localStorage.getItem(stateKey) ?? "null");
const player = new Player(score, (kind, details) => outbox.add(kind, details), saved);
const screen = new Screen(player, outbox);
const figure = new Figure(player, score);
const sound = new Sound();

function save() {
  localStorage.setItem(stateKey, JSON.stringify(player.saved()));
}

function forget() {
  localStorage.removeItem(stateKey);
  navigator.serviceWorker?.controller?.postMessage({ forget: location.pathname });
}

// To the record once everything has arrived; until then it waits and says so.
function toRecord() {
  if (outbox.waiting.length) {
    outbox.send();
    return;
  }
  forget();
  location.assign(facts.record);
}

function press(id, action) {
  part(id).addEventListener("click", () => {
    action();
    save();
    screen.show();
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
part("do-end").addEventListener("click", () => openDrawer("drawer-end", part("do-end")));
part("do-signs").addEventListener("click", () => openDrawer("drawer-signs", part("do-signs")));
part("do-sound").addEventListener("click", () => openDrawer("drawer-sound", part("do-sound")));
for (const what of ["tick", "voice"]) {
  const button = part(`sound-${what}`);
  button.setAttribute("aria-pressed", String(sound.on[what]));
  button.addEventListener("click", () => {
    sound.toggle(what);
    button.setAttribute("aria-pressed", String(sound.on[what]));
  });
}
if (!sound.hasVoice) {
  part("sound-voice").disabled = true;
  part("sound-said").textContent = "This browser cannot count aloud.";
}
for (const button of document.querySelectorAll("[data-close]")) button.addEventListener("click", closeDrawers);
listenForNotes(player, outbox);
listenForIncidents(player, outbox);

document.addEventListener("keydown", (event) => {
  if (event.key === "Escape") return closeDrawers();
  if (anyDrawerOpen() || event.target.closest("textarea, input, button") || event.ctrlKey || event.metaKey || event.altKey) return;
  const button = { " ": "do-pause", ArrowRight: "do-next", ArrowLeft: "do-back" }[event.key];
  if (!button || part(button).disabled) return;
  event.preventDefault();
  part(button).click();
});

let lastSaved = 0;
setInterval(() => {
  player.tick();
  sound.follow(player);
  screen.show();
  figure.show();
  if (Date.now() - lastSaved > 1000 && player.began) {
    lastSaved = Date.now();
    save();
  }
}, 100);
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

screen.show();
figure.show();
showSync(outbox);
outbox.send();
keepAwake();
keepPage();
document.addEventListener("films-kept", keepPage);
