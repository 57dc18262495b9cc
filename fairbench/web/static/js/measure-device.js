// A reading of a device goes into the first empty trial. Where it gives none, the page says why.

import { fill, goesTo, next } from "./measure-trials.js";

const device = document.getElementById("device");
const form = document.getElementById("trials");
const button = document.getElementById("device-read");
const said = document.getElementById("device-said");

const say = (words) => {
  said.textContent = words;
};

async function read() {
  const body = new FormData();
  body.set("csrfmiddlewaretoken", form.elements.csrfmiddlewaretoken.value);
  const answer = await fetch(device.dataset.reading, { method: "POST", body });
  const told = await answer.json();
  if (!answer.ok) return say(told.wrong);
  fill(form, String(told.value));
  say(`${told.value}. ${goesTo(form)}`);
}

button.addEventListener("click", async () => {
  if (!next(form)) return say(goesTo(form));
  button.disabled = true;
  say("Reading …");
  try {
    await read();
  } catch {
    say("There is no connection. Enter the figure by hand.");
  } finally {
    button.disabled = false;
    button.focus();
  }
});

device.hidden = false;
say(goesTo(form));
