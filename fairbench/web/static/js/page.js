// What every page does: say so when the server cannot be reached or answers with an error, and look after what the
// device keeps.

import "./device/leave.js";
import { countRefused, countWaiting, sendAll } from "./device/notes.js";
import { forgetAll, forgetEnded } from "./device/pages.js";
import { withSealed } from "./device/seal.js";
import "./kept-press.js";

const banner = document.getElementById("lost-touch");

function show(text) {
  banner.textContent = text;
  banner.hidden = false;
}

document.body.addEventListener("htmx:sendError", () => {
  show("The server cannot be reached. What you see is kept; your last change was not saved. Try it again in a moment.");
});

document.body.addEventListener("htmx:responseError", (event) => {
  const status = event.detail.xhr.status;
  if (status === 403) show("You are signed out, or may not do that. Nothing was changed. Reload the page to sign in.");
  else if (status === 404) show("That is no longer there. Nothing was changed. Reload the page to see how things stand.");
  else show("Something broke on the server. Your last change was not saved; everything before it is kept.");
});

document.body.addEventListener("htmx:afterRequest", (event) => {
  if (event.detail.successful) banner.hidden = true;
});

// Back may show a page as it was left, without asking the server; who is here may be another by now.
window.addEventListener("pageshow", (event) => event.persisted && location.reload());

// Every page of the signed-in looks at what this device still keeps: it sends notes, says what waits, and removes what
// belongs to a class that is over. A tablet that is handed over does not.
const state = document.getElementById("device-state");
const RETRY = 5000;

function plural(number, one) {
  return number ? [`${number} ${one}${number === 1 ? "" : "s"}`] : [];
}

function showState() {
  const waiting = plural(countWaiting(), "note");
  const rest = [...plural(countRefused(), "refused note"), ...plural(withSealed().length, "sealed parcel")];
  state.hidden = !waiting.length && !rest.length;
  document.getElementById("device-words").textContent = `Still on this device: ${[...waiting, ...rest].join(", ")}.`;
}

async function lookAfterDevice() {
  await sendAll();
  showState();
}

// Signed out or handed over: nothing of a class stays on the device that could be read, however one came here.
if (document.body.dataset.device === "clear") forgetAll();

if (document.body.dataset.device === "keep") {
  forgetEnded();
  lookAfterDevice();
  setInterval(() => countWaiting() && lookAfterDevice(), RETRY);
  window.addEventListener("online", lookAfterDevice);
  window.addEventListener("storage", showState);
  document.addEventListener("device-changed", showState);
}
