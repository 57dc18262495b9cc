// Stop signs: what to do by sign, whom to call, and the time line of an incident, kept apart from what was taught.

import { clock } from "./screen.js";

const part = (id) => document.getElementById(id);

export class Incident {
  constructor(player, outbox, changed) {
    this.player = player;
    this.outbox = outbox;
    this.changed = changed;
    this.sign = player.incident?.sign ?? "";
    this.who = player.incident?.participant ?? null;
    this.signs = [...part("signs-choices").children];
    this.rows = player.score.people.map((person) => this.row(person));
    part("signs-people").replaceChildren(...this.rows);
    for (const button of this.signs) button.addEventListener("click", () => this.choose(button.dataset.sign));
    part("signs-pause").addEventListener("click", () => this.press(() => player.playOrPause()));
    part("incident-start").addEventListener("click", () => this.press(() => this.start()));
    part("incident-text").addEventListener("input", () => (part("incident-keep").disabled = !part("incident-text").value.trim()));
    part("incident-keep").addEventListener("click", () => {
      this.say(part("incident-text").value.trim());
      part("incident-text").value = "";
      part("incident-keep").disabled = true;
    });
    for (const button of part("incident-quick").children) button.addEventListener("click", () => this.say(button.textContent.trim()));
    part("incident-over").addEventListener("click", () => this.press(() => this.over()));
    this.show();
  }

  press(action) {
    action();
    this.changed();
    this.show();
  }

  row(person) {
    const row = document.createElement("li");
    row.dataset.person = person.id;
    const button = Object.assign(document.createElement("button"), { className: "teach-button", textContent: person.name, dir: "auto" });
    button.addEventListener("click", () => this.press(() => this.about(this.who === person.id ? null : person.id)));
    const call = person.number ? Object.assign(document.createElement("a"), { href: `tel:${person.number}` }) : document.createElement("span");
    call.textContent = person.emergency || "no one to call on record";
    row.append(button, call);
    return row;
  }

  choose(sign) {
    this.sign = this.sign === sign ? "" : sign;
    this.show();
  }

  // Who it is about; once the time line goes on, that is told as well.
  about(person) {
    this.who = person;
    const { incident } = this.player;
    if (!incident || !person || incident.participant) return;
    incident.participant = person;
    this.say(`It is ${this.called(person)}.`, person);
  }

  called(person) {
    return this.player.score.people.find((one) => one.id === person)?.name ?? "";
  }

  start() {
    if (this.player.running) this.player.playOrPause();
    const id = this.outbox.add("incident", { item: this.player.step?.item ?? "", sign: this.sign, participant: this.who, text: "" });
    this.player.incident = { id, at: Date.now(), sign: this.sign, participant: this.who, said: [] };
  }

  say(text, participant = null) {
    const { incident } = this.player;
    this.outbox.add("incident_line", { incident: incident.id, text, participant });
    incident.said.push([Date.now(), text]);
    this.changed();
    this.show();
  }

  over() {
    this.outbox.add("incident_over", { incident: this.player.incident.id });
    this.player.incident = null;
    this.sign = "";
    this.who = null;
  }

  // The seconds of the time line, ten times a second.
  tick() {
    const { incident, running, began, ended } = this.player;
    part("do-signs").classList.toggle("going-on", incident !== null);
    if (part("drawer-signs").hidden) return;
    part("signs-pause").textContent = running ? "Pause the class" : "Go on with the class";
    part("signs-pause").disabled = !began || ended;
    if (incident) part("incident-clock").textContent = clock((Date.now() - incident.at) / 1000);
  }

  show() {
    const { incident } = this.player;
    for (const button of this.signs) button.setAttribute("aria-pressed", String(button.dataset.sign === this.sign));
    for (const section of part("signs-shown").querySelectorAll("section")) section.hidden = section.dataset.sign !== this.sign;
    part("signs-first").hidden = this.sign !== "";
    for (const row of this.rows) row.firstChild.setAttribute("aria-pressed", String(row.dataset.person === this.who));
    const minding = this.player.score.people.find((person) => person.id === this.who)?.minding[this.sign] ?? [];
    part("signs-minding").replaceChildren(...minding.map((text) => Object.assign(document.createElement("li"), { textContent: text })));
    part("incident").hidden = incident === null;
    part("incident-start").hidden = incident !== null;
    if (!incident) return;
    part("incident-since").textContent = `since ${new Date(incident.at).toTimeString().slice(0, 5)}`;
    const said = incident.said.map(([at, text]) =>
      Object.assign(document.createElement("li"), { textContent: `${new Date(at).toTimeString().slice(0, 8)}  ${text}` }),
    );
    part("incident-said").replaceChildren(...said.reverse());
  }
}
