// The page "On this device": what waits, what could not be taken and why, what is sealed.

import { discard, post, refused, sendAll, waiting, withRefused, withWaiting } from "./device/notes.js";
import { countSealed, open, withSealed } from "./device/seal.js";

const part = (id) => document.getElementById(id);
const make = (tag, words, more = {}) => Object.assign(document.createElement(tag), { textContent: words, ...more });

function when(event) {
  return new Date(event.at).toLocaleString([], { dateStyle: "medium", timeStyle: "short" });
}

const WORDS = { noted: "Note", incident: "Incident", began: "Class begun", ended: "Class ended", item: "Exercise begun", skipped: "Skipped" };

function row(event) {
  const line = make("li", "");
  line.append(make("b", WORDS[event.kind] ?? "Step"), ` ${when(event)} `);
  if (event.text) line.append(make("span", event.text, { dir: "auto" }));
  if (event.why) line.append(make("p", `Not taken: ${event.why}.`, { className: "quiet" }));
  return line;
}

function button(words, action) {
  const made = make("button", words, { className: "button", type: "button" });
  made.addEventListener("click", action);
  return made;
}

function say(words) {
  part("device-said").textContent = words;
}

async function throwAway(meeting) {
  const answer = await post(`/classes/${meeting}/discard/`, new URLSearchParams({ number: refused(meeting).length }));
  if (!answer?.ok && answer?.status !== 404) return say("Removing is put on record, and the server cannot be reached for that now.");
  discard(meeting, { from: "refused" });
  show();
  return say("Removed.");
}

function download(meeting) {
  const file = new Blob([JSON.stringify(refused(meeting), null, 2)], { type: "application/json" });
  const link = make("a", "", { href: URL.createObjectURL(file), download: `notes-${meeting}.json` });
  link.click();
  URL.revokeObjectURL(link.href);
}

function sealedRow(name) {
  const line = make("li", "");
  const form = make("form", "", { className: "actions" });
  const field = make("input", "", { type: "password", autocomplete: "off", required: true, ariaLabel: "The password they were sealed with" });
  form.append(field, make("button", "Open and send", { className: "button" }));
  form.addEventListener("submit", async (event) => {
    event.preventDefault();
    if (!(await open(name, field.value))) return say("That is not the password they were sealed with.");
    await sendAll();
    show();
    return say("Opened.");
  });
  line.append(make("b", `${countSealed(name)} sealed on ${new Date(name).toLocaleString([], { dateStyle: "medium", timeStyle: "short" })}`), form);
  return line;
}

function show() {
  const waits = withWaiting().flatMap((meeting) => waiting(meeting).map(row));
  part("device-waiting").replaceChildren(...(waits.length ? waits : [make("li", "Nothing waits. Everything has arrived.", { className: "quiet" })]));
  part("device-refused").replaceChildren(
    ...withRefused().flatMap((meeting) => {
      const actions = make("li", "", { className: "actions" });
      actions.append(button("Export", () => download(meeting)), button("Remove", () => throwAway(meeting)));
      return [...refused(meeting).map(row), actions];
    }),
  );
  part("device-refused-part").hidden = !withRefused().length;
  part("device-sealed").replaceChildren(...withSealed().map(sealedRow));
  part("device-sealed-part").hidden = !withSealed().length;
  document.dispatchEvent(new Event("device-changed"));
}

part("device-send").addEventListener("click", async () => {
  await sendAll();
  show();
  say(withWaiting().length ? "Not everything could be sent. It is still here and is tried again." : "Everything has been sent.");
});
show();
