// What is asked for in a step, over the controls: answers to a check, who stops where a set ends when it must, who watches
// what is optional, a further set for who wants it, and one more on the side that had one less.

const SOON = 12; // seconds before the end of a set, when a further one is offered

const part = (id) => document.getElementById(id);

function button(text, pressed = null) {
  const made = Object.assign(document.createElement("button"), { className: "teach-button", textContent: text, dir: "auto" });
  if (pressed !== null) made.setAttribute("aria-pressed", String(pressed));
  return made;
}

export class Panel {
  constructor(player, changed) {
    this.player = player;
    this.changed = changed;
    this.shown = "";
    this.answer = ""; // chosen, for whoever is tapped next
    this.said = new Map(); // by line and person, what they answered
    this.stopped = new Set(); // by item and person
    this.wanting = new Set(); // who takes the further set; nobody named is everybody
  }

  get people() {
    return this.player.score.people.filter((person) => this.player.here.has(person.id));
  }

  show(idle) {
    const { player } = this;
    const asks = idle ? null : this.asked();
    const shown = asks ? [asks.kind, player.step.line, player.item?.id, this.answer, ...this.said, ...this.stopped, ...this.wanting, ...player.here].join(" ") : "";
    if (shown === this.shown) return;
    this.shown = shown;
    part("panel").hidden = !asks;
    if (!asks) return;
    part("panel-words").textContent = asks.words;
    part("panel-choices").replaceChildren(...(asks.choices ?? []));
    part("panel-people").replaceChildren(...(asks.people ?? []));
  }

  asked() {
    const { player } = this;
    const { line, item, step } = player;
    if (line?.answers.length) return this.check(line);
    const nearlyDone = step.kind === "rest" || (step.kind === "work" && step.seconds - player.at < SOON);
    if (nearlyDone && player.canTakeSet()) return this.furtherSet();
    if (player.uneven && step.kind !== "work") return this.unevenEnd();
    if (item?.ending && step.kind === "work") return this.tapWho("ending", `A set ends ${item.ending}. Tap who stops:`, "Stopped");
    if (item?.optional && step.kind !== "transfer") return this.optional(item);
    return null;
  }

  check(line) {
    const { player } = this;
    const { answers } = line;
    if (!answers.includes(this.answer)) [this.answer] = answers;
    const choices = answers.map((answer) => {
      const made = button(answer, answer === this.answer);
      made.addEventListener("click", () => this.change(() => (this.answer = answer)));
      return made;
    });
    const people = this.people.map((person) => {
      const key = `${player.step.line}:${person.id}`;
      const made = button(this.said.has(key) ? `${person.name}: ${this.said.get(key)}` : person.name, this.said.has(key));
      made.addEventListener("click", () =>
        this.change(() => {
          this.said.set(key, this.answer);
          player.answer(person.id, this.answer);
        }),
      );
      return made;
    });
    return { kind: "check", words: `${line.says} Choose an answer, then tap who gave it:`, choices, people };
  }

  // Whoever leaves it to the others watches, or does what is offered instead, each in their own way.
  optional(item) {
    const { meanwhile } = item;
    if (!meanwhile) return this.tapWho("optional", "Optional. Tap who watches:", "Watched");
    const own = new Map(meanwhile.different.map((person) => [person.id, person.words]));
    return this.tapWho("optional", `Optional. Or: ${meanwhile.words}. Tap who does that:`, `Did ${meanwhile.words}`, own);
  }

  tapWho(kind, words, told, own = new Map()) {
    const { player } = this;
    const people = this.people.map((person) => {
      const key = `${player.item.id}:${person.id}`;
      const made = button(own.has(person.id) ? `${person.name}: ${own.get(person.id)}` : person.name, this.stopped.has(key));
      made.disabled = this.stopped.has(key);
      made.addEventListener("click", () =>
        this.change(() => {
          this.stopped.add(key);
          player.stopsHere(person.id, told);
        }),
      );
      return made;
    });
    return { kind, words, people };
  }

  furtherSet() {
    const { player } = this;
    const begin = button(this.wanting.size ? `One more set for ${this.wanting.size}` : "One more set, all");
    begin.classList.add("tape");
    begin.addEventListener("click", () =>
      this.change(() => {
        player.takeSet([...this.wanting]);
        this.wanting.clear();
      }),
    );
    const people = this.people.map((person) => {
      const made = button(person.name, this.wanting.has(person.id));
      made.addEventListener("click", () =>
        this.change(() => (this.wanting.has(person.id) ? this.wanting.delete(person.id) : this.wanting.add(person.id))),
      );
      return made;
    });
    return { kind: "set", words: "A further set is offered. For some only, tap who takes it:", choices: [begin], people };
  }

  unevenEnd() {
    const { player } = this;
    const even = button(`1 more on the ${player.uneven}`);
    even.classList.add("tape");
    even.addEventListener("click", () => this.change(() => player.evenUp()));
    return { kind: `uneven ${player.uneven}`, words: "The sides did not do the same.", choices: [even] };
  }

  change(act) {
    act();
    this.changed();
  }
}
