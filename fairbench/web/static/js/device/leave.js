// Leaving the device to somebody else: signing out, or handing it over. Nothing of a class stays on it that could be
// read, and no note goes without being asked for.

import { countRefused, countWaiting, discard, post, refused, sendAll, waiting, withRefused, withWaiting } from "./notes.js";
import { draftsElsewhere, forgetDrafts } from "./drafts.js";
import { forgetAll } from "./pages.js";
import { canSeal, seal } from "./seal.js";

const part = (id) => document.getElementById(id);
const others = "BroadcastChannel" in window ? new BroadcastChannel("fairbench") : null;

// Another tab was left: what this one shows is not for whoever has the device now.
others?.addEventListener("message", ({ data }) => location.replace(data));

const count = () => countWaiting() + countRefused();

// Asks what to do with notes that are still here, until none is left in the open. False where one would rather stay.
function ask() {
  const dialog = part("leave-device");
  return new Promise((resolve) => {
    const show = (words = "") => {
      part("leave-count").textContent = count() === 1 ? "1 note" : `${count()} notes`;
      part("leave-wrong").textContent = words;
      part("leave-seal-part").hidden = !canSeal() || !countWaiting();
    };
    const done = (left) => {
      dialog.close();
      resolve(left);
    };
    part("leave-send").onclick = async () => {
      await sendAll();
      if (count()) show(countWaiting() ? "There is no connection, or the server does not take them now. They are still here." : "Some can never be taken. Look at them on the page “On this device”, or throw them away.");
      else done("sent");
    };
    part("leave-seal").onclick = async () => {
      const [first, again] = [part("leave-password").value, part("leave-again").value];
      if (first.length < 8) return show("The password needs at least 8 characters.");
      if (first !== again) return show("The two passwords are not alike.");
      await seal(first);
      part("leave-password").value = part("leave-again").value = "";
      return done("sealed");
    };
    part("leave-discard").onclick = async () => {
      for (const meeting of new Set([...withWaiting(), ...withRefused()])) {
        const number = waiting(meeting).length + refused(meeting).length;
        const answer = await post(`/classes/${meeting}/discard/`, new URLSearchParams({ number }));
        if (!answer?.ok && answer?.status !== 404) return show("Throwing notes away is put on record, and the server cannot be reached for that now. Send or seal them.");
        discard(meeting, { from: "waiting" });
        discard(meeting, { from: "refused" });
      }
      return done("discarded");
    };
    part("leave-stay").onclick = () => done(null);
    dialog.oncancel = () => resolve(null);
    show();
    dialog.showModal();
  });
}

async function cleared() {
  await sendAll();
  const left = count() ? await ask() : "empty";
  if (!left) return left;
  forgetDrafts();
  await forgetAll();
  return left;
}

let warned = false;

// Sign out with the form's own address; the server is told what the browser may throw away.
async function signOut(form) {
  const [draft] = draftsElsewhere();
  if (draft && !warned) {
    warned = true;
    part("lost-touch").textContent = `Something typed is not saved yet: ${draft.title}. Save it first, or press Sign out again to leave it.`;
    part("lost-touch").hidden = false;
    return;
  }
  const left = await cleared();
  if (!left) return;
  form.querySelector("[name=device]").value = left;
  others?.postMessage(form.dataset.otherTabs);
  form.submit();
}

// Hand over without a trace in the history: Back finds no page of anybody's health.
async function handOver(form, button) {
  if (!(await cleared())) return;
  const answer = await post(form.action, new URLSearchParams(new FormData(form, button)));
  if (answer === null) return showLost();
  others?.postMessage(form.dataset.otherTabs);
  location.replace(form.dataset.next);
}

function showLost() {
  part("lost-touch").textContent = "The server cannot be reached, so the tablet was not handed over. Nothing was changed.";
  part("lost-touch").hidden = false;
}

function take(kind, leave) {
  for (const form of document.querySelectorAll(`form[data-${kind}]`)) {
    form.addEventListener("submit", (event) => {
      if (kind === "hand-over" && event.submitter?.name !== "handed") return;
      event.preventDefault();
      leave(form, event.submitter);
    });
  }
}

take("sign-out", signOut);
take("hand-over", handOver);
