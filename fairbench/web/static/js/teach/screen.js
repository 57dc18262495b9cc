// Shows where the player is. Everything shown was worked out beforehand; this only looks it up.

import { countOf } from "./count.js";
import { Strip } from "./strip.js";

const KIND_WORDS = { transfer: "getting there", fetch: "fetch", explain: "show it", switch: "change sides", rest: "rest", water: "water", close: "finish" };
const OTHER = { left: "right", right: "left" };

const COUNTED_UP = new Set(["repetition", "breath"]);
const LAST_OF = 4; // of so few, "two more" is half of them
const LATE = 60;
const MOST_DIFFERENT = 4;

const part = (id) => document.getElementById(id);

export function clock(seconds) {
  const whole = Math.max(0, Math.floor(seconds));
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, "0")}`;
}

function behindWords(seconds) {
  if (Math.abs(seconds) < 30) return "on time";
  const minutes = Math.max(1, Math.round(Math.abs(seconds) / 60));
  return `${minutes} min ${seconds > 0 ? "behind" : "ahead"}`;
}

function saysInside(step, index) {
  const says = step.says.replace(/\.$/, "");
  return index ? says[0].toLowerCase() + says.slice(1) : says;
}

function set(id, text) {
  const element = part(id);
  if (element.textContent !== text) element.textContent = text;
}

function lines(id, texts) {
  const list = part(id);
  const joined = texts.join("\n");
  if (list.dataset.shown === joined) return;
  list.dataset.shown = joined;
  list.replaceChildren(...texts.map((text) => Object.assign(document.createElement("li"), { textContent: text })));
}

function sign(kind, outline) {
  const svg = document.createElementNS("http://www.w3.org/2000/svg", "svg");
  svg.setAttribute("viewBox", "-1 -5 32 24");
  svg.setAttribute("class", `verdict ${kind}`);
  svg.setAttribute("aria-hidden", "true");
  const path = document.createElementNS("http://www.w3.org/2000/svg", "path");
  path.setAttribute("d", outline);
  svg.append(path);
  return svg;
}

export class Screen {
  constructor(player, outbox) {
    this.player = player;
    this.outbox = outbox;
    this.strip = new Strip(player);
    this.people = null;
    this.panel = null;
    this.spokenStep = null;
    this.following = false;
  }

  show() {
    const { player } = this;
    set("elapsed", clock(player.elapsed));
    set("behind", player.began ? behindWords(player.behind) : `${clock(player.score.total)} planned`);
    if (player.ended) this.showEnd();
    else if (!player.began) this.showBefore();
    else this.showStep();
    this.showNext();
    this.showButtons();
    this.strip.show();
    part("banner").hidden = !(player.woke && !player.running && !player.ended);
    set("banner", player.woke ? "Paused while the screen was off. Press Go on when you are ready." : "");
    this.showLate();
  }

  // Who of those who are here does it otherwise, worked out for each version beforehand.
  showDifferent(different) {
    const list = part("different");
    const present = (different ?? []).filter((person) => this.player.here.has(person.id));
    const shown = JSON.stringify(present);
    if (list.dataset.shown === shown) return;
    list.dataset.shown = shown;
    const rows = present.slice(0, MOST_DIFFERENT).map((person) => {
      const row = document.createElement("li");
      const name = Object.assign(document.createElement("b"), { textContent: person.name, dir: "auto" });
      const words = document.createElement("span");
      words.append(name, ` ${person.words}`);
      row.append(sign(person.kind, this.player.score.signs[person.kind]), words);
      return row;
    });
    const more = present.length - rows.length;
    if (more) rows.push(Object.assign(document.createElement("li"), { textContent: `and ${more} more` }));
    list.replaceChildren(...rows);
    list.parentElement.hidden = rows.length === 0;
  }

  showBefore() {
    const { player } = this;
    this.showDifferent(null);
    set("name", player.score.name);
    set("side", `${player.score.items.length} items · ${player.here.size} here`);
    set("number", "");
    set("of", "");
    set("cue", "How is everyone today? Chairs steady, feet down, water near.");
    set("breath", "Notice how it feels now; we ask again at the end.");
    set("how", "Press Begin. Space pauses at any time.");
    for (const id of ["how", "watch"]) part(id).parentElement.hidden = false;
    lines("watch", ["Who looks tired", "Who came with something new"]);
    set("stop", "Chest pain, faintness, sudden breathlessness, sharp or spreading pain, new numbness or weakness.");
    const count = `${part("side").textContent} ${part("number").textContent} ${part("of").firstChild?.textContent ?? ""}`.trim();
    for (const element of document.querySelectorAll(".drawer-count")) if (element.textContent !== count) element.textContent = count;
    part("bar").style.transform = "scaleX(0)";
  }

  showEnd() {
    this.showDifferent(null);
    set("name", "The class is over");
    set("side", "Notice how it feels now.");
    set("number", "");
    set("of", "");
    const unsent = this.outbox.waiting.length > 0;
    set("cue", unsent ? "Everything is kept on this device. It is sent as soon as there is a connection; then you can record." : "Now record the class.");
    set("breath", "");
    const count = `${part("side").textContent} ${part("number").textContent} ${part("of").firstChild?.textContent ?? ""}`.trim();
    for (const element of document.querySelectorAll(".drawer-count")) if (element.textContent !== count) element.textContent = count;
    part("bar").style.transform = "scaleX(1)";
  }

  showStep() {
    const { player } = this;
    const { step, item, version, beat } = player;
    const side = beat?.side || step.side;
    const line = player.line ? { water: "Water", talk: "A pause to talk", notice: "Notice", check: "How is it now?" }[player.line.kind] : "";
    set("name", item?.name ?? (line || { transfer: "Back up", water: "Water", close: "Finish" }[step.kind] || ""));
    this.showSide(step, item, side);
    this.showCount(step, beat);
    set("cue", this.cueNow(step, version, beat, side));
    set("breath", beat?.cue ? "" : step.kind === "work" ? version.breath : step.kind === "explain" ? version.do[""].join(" ") : "");
    set("how", version ? `${version.name} · ${version.dose}${version.props.length ? ` · ${version.props.join(", ")}` : ""}${item.note ? ` · ${item.note}` : ""}` : "");
    this.showDifferent(step.kind === "rest" && version?.rests?.length ? version.rests : version?.different);
    this.showOwnSides(step, item);
    this.showBeside(item);
    this.showLoads(item);
    lines("watch", version?.watch ?? []);
    for (const id of ["how", "watch"]) part(id).parentElement.hidden = !part(id).textContent;
    set("stop", version?.stop ?? "Chest pain, faintness, sudden breathlessness.");
    if (this.spokenStep !== step) {
      this.spokenStep = step;
      set("spoken", `${part("name").textContent}. ${part("side").textContent}. ${KIND_WORDS[step.kind] ?? ""} ${part("cue").textContent}`);
    }
  }

  // What is said at this moment: getting ready, a press or a stage by itself, the movement, its last two counts.
  cueNow(step, version, beat, side) {
    if (step.kind === "explain") return [...version.setUp[step.side], step.reminder].filter(Boolean).join(" ");
    if (step.kind !== "work") return step.says;
    if (beat?.cue) return beat.cue;
    const left = beat && COUNTED_UP.has(beat.calls) && beat.of >= LAST_OF ? beat.of - beat.number : -1;
    return [{ 1: "Two more.", 0: "Last one." }[left], ...version.do[side]].filter(Boolean).join(" ");
  }

  // Whose own side is which, where each begins with their weaker or affected one; of whom it is not known, ask.
  showOwnSides(step, item) {
    const { player } = this;
    const own = step.turn && !step.side ? (item?.ownSides ?? {}) : {};
    const second = step.turn === "other side";
    const names = { left: [], right: [], ask: [] };
    for (const person of player.score.people ?? []) {
      if (!(person.id in own) || !player.here.has(person.id)) continue;
      const side = own[person.id];
      names[side ? (second ? OTHER[side] : side) : "ask"].push(person.name);
    }
    const shown = Object.entries(names).filter(([, who]) => who.length);
    lines("own-sides", shown.map(([side, who]) => `${side}: ${who.join(", ")}`));
    part("own-sides").parentElement.hidden = !shown.length;
  }

  // Who works against something of their own.
  showLoads(item) {
    const { player } = this;
    const own = (player.score.people ?? []).filter((person) => item?.loads?.[person.id] && player.here.has(person.id));
    lines("loads", own.map((person) => `${person.name}: ${item.loads[person.id]}`));
    part("loads").parentElement.hidden = !own.length;
  }

  // Who does the version that is shown beside the other.
  showBeside(item) {
    const { player } = this;
    const beside = item?.beside && !player.swapped[item.id] ? item.others.find((version) => version.id === item.beside) : null;
    const who = beside ? (player.score.people ?? []).filter((person) => item.besideFor.includes(person.id) && player.here.has(person.id)) : [];
    set("beside-title", beside ? `Beside it: ${beside.name}` : "");
    lines("beside-for", beside ? [who.length ? who.map((person) => person.name).join(", ") : "whoever likes"] : []);
    part("beside-for").parentElement.hidden = !beside;
  }

  showSide(step, item, side) {
    const parts = [];
    if (side) parts.push(this.sideWords(side, item?.limb ?? "side"));
    else if (step.turn) parts.push(step.turn);
    if (step.direction) parts.push(step.direction);
    if (step.sets > 1 && step.kind === "work") parts.push(`set ${step.set} of ${step.sets}`);
    if (step.rounds > 1) parts.push(`round ${step.round} of ${step.rounds}${step.roundName ? `: ${step.roundName}` : ""}`);
    if (step.offered) parts.push("a further set, for who wants it");
    if (step.kind !== "work" && step.kind !== "line") parts.push(KIND_WORDS[step.kind] ?? "");
    set("side", parts.join(" · "));
  }

  // Facing the class, the instructor moves the other side for them to follow as in a mirror; or the same one.
  sideWords(side, limb) {
    return this.player.score.mirrored ? `their ${side} ${limb}, your ${OTHER[side]}` : `${side} ${limb}`;
  }

  showCount(step, beat) {
    const { player } = this;
    const counted = countOf(step, beat, player.at);
    set("number", counted.number);
    this.showOf(counted.of, counted.word);
    const count = `${part("side").textContent} ${part("number").textContent} ${part("of").firstChild?.textContent ?? ""}`.trim();
    for (const element of document.querySelectorAll(".drawer-count")) if (element.textContent !== count) element.textContent = count;
    part("bar").style.transform = `scaleX(${Math.min(1, Math.max(0, counted.share))})`;
  }

  showOf(text, word) {
    const shown = `${text}|${word}`;
    const element = part("of");
    if (element.dataset.shown === shown) return;
    element.dataset.shown = shown;
    const small = Object.assign(document.createElement("small"), { textContent: word });
    element.replaceChildren(text, small);
  }

  showNext() {
    const next = this.player.ended ? null : this.player.upcoming();
    const element = part("next");
    const ways = next?.ways ?? [];
    const seconds = Math.round(ways.reduce((sum, way) => sum + way.seconds, 0));
    const way = ways.length ? ` · ${ways.map(saysInside).join(", ")}, ${seconds} s` : "";
    const shown = next ? `${next.item.name}${way}` : this.player.ended ? "" : "the end";
    if (element.dataset.shown === shown) return;
    element.dataset.shown = shown;
    const name = Object.assign(document.createElement("b"), { textContent: next?.item.name ?? "the end" });
    element.replaceChildren(...(shown ? ["Next: ", name, way] : []));
  }

  showLate() {
    const { player } = this;
    const late = player.score.lateAfter?.[player.item?.id] ?? LATE; // from when on an even chance to end in time is gone
    const extra = player.began && !player.ended && !this.following && player.behind > late ? player.extraToLeaveOut() : null;
    const button = part("do-leave-out");
    button.hidden = !extra;
    button.dataset.item = extra?.id ?? "";
    set("do-leave-out", extra ? `Late: leave out ${extra.name}, ${clock(extra.end - extra.start)}` : "");
  }

  // A screen that follows has no buttons but for notes, stop signs and sound.
  showButtons() {
    const { player } = this;
    const idle = this.following || !player.began || player.ended;
    part("do-pause").disabled = this.following && !player.ended; // until this script is there it waits, too
    set("do-pause", player.ended ? "Record" : !player.began ? "Begin" : player.running ? "Pause" : "Go on");
    for (const id of ["do-back", "do-next", "do-rest", "do-skip"]) part(id).disabled = idle;
    part("do-end").disabled = this.following || !player.began;
    set("do-end", player.ended ? "Go on teaching" : "End");
    part("do-note").disabled = !player.began || player.ended;
    part("do-more").disabled = idle || !player.canDoMore();
    part("do-swap").disabled = idle || !player.item?.others.length;
    this.panel?.show(idle);
    document.body.classList.toggle("asked", !part("panel").hidden);
    this.people?.show(idle);
  }
}
