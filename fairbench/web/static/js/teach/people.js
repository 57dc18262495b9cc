// Who is here: who comes late with one tap, with what to keep in mind and one line to catch up; who leaves early.

const part = (id) => document.getElementById(id);
const AT_ONCE = 3;

export class People {
  constructor(player, changed) {
    this.player = player;
    this.changed = changed;
    this.buttons = player.score.people.map((person) => this.button(person, "here"));
    this.late = player.score.people.map((person) => this.button(person, "late"));
    part("people-who").replaceChildren(...this.buttons);
    part("comes-who").replaceChildren(...this.late);
    part("came-close").addEventListener("click", () => {
      part("came").hidden = true;
      this.changed();
    });
  }

  button(person, place) {
    const button = Object.assign(document.createElement("button"), { className: "teach-button", textContent: person.name, dir: "auto" });
    button.dataset.person = person.id;
    button.dataset.place = place;
    button.addEventListener("click", () => {
      if (this.player.comeOrGo(person.id)) this.welcome(person);
      else part("came").hidden = true;
      this.changed();
    });
    return button;
  }

  welcome(person) {
    const { item, version, score } = this.player;
    const now = item ? ` Now: ${item.name}, ${version.name}.` : "";
    const mind = [person.talkFirst && `Talk first: ${person.talkFirst}`, person.remember, person.cautions].filter(Boolean).join(" · ");
    part("came-name").textContent = `${person.name} is here.`;
    part("came-words").textContent = `${mind ? `${mind}. ` : ""}${score.catchUp}${now}`.replace("..", ".");
    part("came").hidden = false;
  }

  // Only while the class goes on, and only on the screen that leads it.
  show(idle) {
    const { here } = this.player;
    const asked = !part("panel").hidden; // what is asked now stands in its place
    const shown = [idle, asked, part("came").hidden, ...here].join(" ");
    if (shown === this.shown) return; // asked ten times a second, changed a few times a class
    this.shown = shown;
    for (const button of this.buttons) button.setAttribute("aria-pressed", String(here.has(button.dataset.person)));
    const absent = this.late.filter((button) => !here.has(button.dataset.person));
    for (const button of this.late) button.hidden = !absent.slice(0, AT_ONCE).includes(button);
    for (const row of document.querySelectorAll("#note-who [data-person], #signs-people [data-person]")) row.hidden = !here.has(row.dataset.person);
    part("comes").hidden = idle || asked || !part("came").hidden;
    part("comes-words").hidden = !absent.length;
  }
}
