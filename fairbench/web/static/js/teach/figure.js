// Shows the figure at its place in the movement. The frames come worked out; this only picks one.
// For people who ask for reduced motion it stands still: start and end side by side.

const SVG = "http://www.w3.org/2000/svg";
const QUICKEST = 1.4; // seconds from start to end, when the class jumps
const SHOWN_CYCLE = 4; // seconds there and back while it is being explained
const MOST_FILMS = 12;

const still = window.matchMedia("(prefers-reduced-motion: reduce)");

function place(step, beat, at, closed) {
  const way = closed ? round : there;
  if (!beat) return step.kind === "explain" ? way(at, SHOWN_CYCLE) : 0;
  const { at: begins, seconds, cycle } = beat;
  const [from, to] = beat.moves;
  if (cycle) return way(at - begins, cycle);
  const share = seconds ? Math.min(1, Math.max(0, (at - begins) / seconds)) : 1;
  // A closed path goes on: the first half on the way out, the second on the way back, without a stop between.
  if (closed) return to < from ? 1 - (from + (to - from) * share) / 2 : (from + (to - from) * share) / 2;
  return from + (to - from) * (1 - Math.cos(Math.PI * share)) / 2;
}

function round(seconds, cycle) {
  return (seconds / cycle) % 1;
}

function there(seconds, cycle) {
  return (1 - Math.cos((2 * Math.PI * seconds) / cycle)) / 2;
}

function parsed(film) {
  const text = `<svg xmlns="${SVG}">${film.ground}${[...film.frames, ...film.other].map((frame) => `<g visibility="hidden">${frame}</g>`).join("")}</svg>`;
  const root = new DOMParser().parseFromString(text, "image/svg+xml").documentElement;
  return { ...film, nodes: [...root.children] };
}

export class Figure {
  // `beside` is for the second figure, where two versions are shown side by side.
  constructor(player, score, beside = false) {
    this.player = player;
    this.beside = beside;
    this.svg = document.getElementById(beside ? "figure-beside" : "figure");
    this.pair = document.getElementById(beside ? "figure-beside-pair" : "figure-pair");
    this.films = new Map();
    this.shown = null;
    this.at = 0;
    this.last = 0;
    if (!beside) this.prefetch(score);
    still.addEventListener("change", () => (this.shown = null));
  }

  // Every film the class may need, one after another, so that all are on the device before it begins.
  async prefetch(score) {
    const wanted = [...score.items.map((item) => item.version.film), ...score.items.flatMap((item) => item.others.map((other) => other.film))];
    for (const url of new Set(wanted)) {
      try {
        await fetch(url);
      } catch (error) {
        return; // no connection now: what is kept already is shown, the count goes on
      }
    }
    document.dispatchEvent(new CustomEvent("films-kept"));
  }

  load(url) {
    if (!this.films.has(url)) {
      if (this.films.size >= MOST_FILMS) this.films.delete(this.films.keys().next().value);
      this.films.set(url, null);
      fetch(url)
        .then((answer) => (answer.ok ? answer.json() : null))
        .then((film) => this.films.set(url, film && parsed(film)))
        .catch(() => this.films.delete(url));
    }
    return this.films.get(url);
  }

  show() {
    const { player } = this;
    const item = player.began && !player.ended ? (player.item ?? player.upcoming()?.item) : player.score.items[0];
    const version = this.beside ? this.versionBeside(item) : item === player.item ? player.version : item?.version;
    if (!version || player.ended) return this.hide();
    if (still.matches) return this.showPair(version);
    this.pair.hidden = true;
    const film = this.load(version.film);
    this.svg.toggleAttribute("hidden", !film);
    if (!film) return;
    if (this.shown !== version.film) this.change(version.film, film);
    const { step, beat } = player;
    const working = player.began && item === player.item;
    const goal = working ? place(step, beat, player.at, film.closed) : 0;
    this.move(film.closed && step.reversed ? (1 - goal) % 1 : goal, film.closed);
    const side = (working && (beat?.side || step.side)) || "right";
    const turned = beat?.side && film.other.length ? this.lead(beat) : side;
    this.svg.dataset.side = turned;
    this.svg.classList.toggle("turned", turned === "left");
    const other = Boolean(beat?.side) && film.other.length > 0 && side !== turned;
    this.pick(film, Math.round(this.at * (film.frames.length - 1)) + (other ? film.frames.length : 0));
  }

  versionBeside(item) {
    return item?.beside && !this.player.swapped[item.id] ? item.others.find((version) => version.id === item.beside) : null;
  }

  // Where sides take turns the view stays that of the leading side.
  lead() {
    return this.player.score.lead;
  }

  move(goal, closed) {
    const now = performance.now();
    const most = Math.min(1, (now - this.last) / 1000 / QUICKEST);
    this.last = now;
    let way = goal - this.at;
    if (closed) way -= Math.round(way); // the shorter way round
    const next = Math.abs(way) > 0.34 ? this.at + Math.sign(way) * most : goal;
    this.at = closed ? next - Math.floor(next) : next;
  }

  change(url, film) {
    this.shown = url;
    this.svg.setAttribute("viewBox", film.box.join(" "));
    this.svg.replaceChildren(...film.nodes);
    this.svg.setAttribute("aria-label", film.says);
    this.picked = null;
    this.at = 0;
  }

  pick(film, number) {
    if (this.picked === number) return;
    if (this.picked !== null) film.nodes[this.picked + 1]?.setAttribute("visibility", "hidden");
    film.nodes[number + 1]?.setAttribute("visibility", "visible");
    this.picked = number;
    this.svg.dataset.frame = String(number);
  }

  showPair(version) {
    this.svg.toggleAttribute("hidden", true);
    this.pair.hidden = false;
    const side = this.player.beat?.side || this.player.step?.side || "right";
    this.pair.classList.toggle("turned", side === "left");
    if (this.shown === version.end) return;
    this.shown = version.end;
    const [start, end] = this.pair.querySelectorAll("img");
    start.src = version.start;
    end.src = version.end;
  }

  hide() {
    this.svg.toggleAttribute("hidden", true);
    this.pair.hidden = true;
  }
}
