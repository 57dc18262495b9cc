// The page of a home sheet on a phone: the figure moves, the browser's own voice counts, ticks are sent when they can be.

import { Count } from "./count.js";
import { Ticks } from "./ticks.js";

const page = document.body.dataset;
const still = window.matchMedia("(prefers-reduced-motion: reduce)");
const SVG = "http://www.w3.org/2000/svg";
const SHOWN_CYCLE = 5; // seconds there and back while nothing is counted
let playing = null;

async function send(key) {
  try {
    const answer = await fetch(page.done, { method: "POST", headers: { "Content-Type": "application/json" }, body: JSON.stringify({ key }) });
    return answer.status;
  } catch {
    return 0; // no connection: it waits
  }
}

const ticks = new Ticks(window.localStorage, page.page, send);

class Film {
  constructor(svg, film) {
    this.svg = svg;
    this.film = film;
    this.frames = [];
    if (!film.frames) return;
    svg.setAttribute("viewBox", film.box.join(" "));
    const text = `<svg xmlns="${SVG}">${film.ground}${film.frames.map((frame) => `<g visibility="hidden">${frame}</g>`).join("")}</svg>`;
    const root = new DOMParser().parseFromString(text, "image/svg+xml").documentElement;
    const nodes = [...root.children].map((node) => svg.appendChild(document.importNode(node, true)));
    this.frames = nodes.slice(-film.frames.length);
    svg.removeAttribute("hidden"); // what is no HTML has no such property
    this.show(0, false);
  }

  show(place, left) {
    if (!this.frames.length) return;
    const at = Math.round(place * (this.frames.length - 1));
    if (this.shown !== at) {
      if (this.shown !== undefined) this.frames[this.shown].setAttribute("visibility", "hidden");
      this.frames[at].setAttribute("visibility", "visible");
      this.shown = at;
    }
    this.svg.classList.toggle("mirrored", Boolean(left && this.film.sided));
  }
}

function say(words) {
  if (!("speechSynthesis" in window)) return;
  window.speechSynthesis.cancel();
  window.speechSynthesis.speak(new SpeechSynthesisUtterance(words));
}

function read(id) {
  return JSON.parse(document.getElementById(id).textContent);
}

for (const section of document.querySelectorAll("[data-one]")) {
  const number = section.dataset.one;
  const lines = read(`count-${number}`);
  const film = new Film(section.querySelector(".film"), read(`film-${number}`));
  const shows = section.querySelector(".shows");
  const button = section.querySelector(".count");
  const said = section.querySelector(".said");
  button.hidden = false;

  const stop = () => {
    playing = null;
    shows.textContent = "";
    button.textContent = "Count with me";
    if ("speechSynthesis" in window) window.speechSynthesis.cancel();
  };

  button.addEventListener("click", () => {
    const mine = playing?.section === section;
    playing?.stop();
    if (mine) return;
    playing = { section, stop, count: new Count(lines), begun: performance.now(), film, shows };
    button.textContent = "Stop counting";
  });

  section.querySelector(".did").addEventListener("click", async (event) => {
    event.target.disabled = true;
    said.textContent = "Noted.";
    const how = await ticks.add(crypto.randomUUID());
    if (how === "kept") said.textContent = "Noted on this telephone. It is sent when there is a connection.";
    if (how === "gone") said.textContent = "This address was withdrawn; nothing was sent.";
  });

  section.film = film;
}

function draw(now) {
  if (playing) {
    const { count, film, shows } = playing;
    const line = count.to((now - playing.begun) / 1000);
    if (line) {
      shows.textContent = line.shows;
      say(line.says);
    }
    film.show(still.matches ? Number(count.place > 0.5) : count.place, count.line?.left);
    if (count.over && line) playing.stop();
  }
  if (!still.matches) {
    const place = (1 - Math.cos((2 * Math.PI * now) / 1000 / SHOWN_CYCLE)) / 2;
    for (const section of document.querySelectorAll("[data-one]")) if (playing?.section !== section) section.film.show(place, false);
  }
  requestAnimationFrame(draw);
}
requestAnimationFrame(draw);

window.addEventListener("online", () => ticks.flush());
ticks.flush();

// Keeps this page for when there is no connection; nothing else of the site.
async function keep() {
  if (!("serviceWorker" in navigator)) return;
  navigator.serviceWorker.addEventListener("message", (event) => {
    if (event.data?.kept) document.getElementById("kept").textContent = "Kept on this telephone: it opens without a connection.";
  });
  await navigator.serviceWorker.register(page.worker, { scope: page.page });
  const ready = await navigator.serviceWorker.ready;
  const needed = performance.getEntriesByType("resource").map((entry) => new URL(entry.name)).filter((url) => url.origin === location.origin && url.pathname.startsWith("/static/")).map((url) => url.pathname);
  ready.active.postMessage({ keep: page.page, needed });
}
keep();
