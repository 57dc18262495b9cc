// What every page does: say so when the server cannot be reached or answers with an error, and look after what the
// device keeps.

import "./device/leave.js";
import { countRefused, countWaiting, sendAll } from "./device/notes.js";
import { forgetAll, forgetEnded } from "./device/pages.js";
import { withSealed } from "./device/seal.js";
import { draftsElsewhere, listenForDrafts, throwAway } from "./device/drafts.js";
import "./focus.js";
import "./help.js";
import "./kept-press.js";
import { listenForUnsent, waitForChanges, waitForServer } from "./unsent.js";

const banner = document.getElementById("lost-touch");

function show(text) {
  banner.textContent = text;
  banner.hidden = false;
}

function showUnsent(number) {
  if (number) show("Not saved yet: the server cannot be reached. It is kept here and sent as soon as the server answers.");
  else banner.hidden = true;
}

waitForChanges();
if (document.body.dataset.device === "keep") waitForServer(showUnsent);
listenForUnsent(showUnsent);
document.body.addEventListener("htmx:sendError", ({ detail }) => {
  if (detail.requestConfig.verb !== "post") show("The server cannot be reached. What you see is kept. Try it again in a moment.");
});

document.body.addEventListener("htmx:responseError", (event) => {
  const status = event.detail.xhr.status;
  if (status === 401) return; // the whole page goes to sign in
  if (status === 403 && event.detail.xhr.getResponseHeader("HX-Refresh")) return;
  if (status === 403) show("You are signed out, or may not do that. Nothing was changed. Reload the page to sign in.");
  else if (status === 404) show("That is no longer there. Nothing was changed. Reload the page to see how things stand.");
  else show("Something broke on the server. Your last change was not saved; everything before it is kept.");
});

document.body.addEventListener("htmx:afterRequest", (event) => {
  if (event.detail.successful) banner.hidden = true;
});

// Back may show a page as it was left, without asking the server; who is here may be another by now.
window.addEventListener("pageshow", (event) => event.persisted && location.reload());

// What was typed and not saved: put back on its own page, told on every other.
function button(text, act) {
  const made = Object.assign(document.createElement("button"), { type: "button", className: "plain", textContent: text });
  made.addEventListener("click", act);
  return made;
}

function showDrafts() {
  const place = document.getElementById("draft-state");
  if (!place) return;
  const lines = draftsElsewhere().map(({ path, title, address }) => {
    const line = document.createElement("p");
    const link = Object.assign(document.createElement("a"), { href: address, textContent: title });
    const discard = button("Discard", () => {
      throwAway(path);
      showDrafts();
    });
    discard.setAttribute("aria-label", `Discard what was typed on ${title}`);
    line.append("Not saved yet: ", link, " ", discard);
    return line;
  });
  place.replaceChildren(...lines);
  place.hidden = !lines.length;
}

listenForDrafts((fields) => {
  const line = document.createElement("p");
  line.className = "draft-back";
  line.setAttribute("role", "status");
  const discard = button("Discard", () => {
    throwAway(location.pathname);
    location.reload();
  });
  line.append("What you typed is here again. It is not saved yet. ", discard);
  (fields[0].form ?? fields[0]).before(line);
});
showDrafts();

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
