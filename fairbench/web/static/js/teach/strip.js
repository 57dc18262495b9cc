// The strip of the whole class along the bottom: what is done, what is now, what is left.

const LANES = { standing: 2, seated: 20, floor: 38 };
const SVG = "http://www.w3.org/2000/svg";

export class Strip {
  constructor(player) {
    this.player = player;
    const { score } = player;
    const scale = 1000 / Math.max(1, score.total);
    // In rounds an item is come to more than once, and has a plank each time.
    const visits = score.items.flatMap((item) => item.visits.map(([begins, end]) => ({ item, begins, end })));
    this.planks = visits.map(({ item, begins, end }) => {
      const plank = document.createElementNS(SVG, "rect");
      const place = { x: begins * scale, y: LANES[item.level], width: Math.max(2, (end - begins) * scale - 2), height: 14, rx: 2 };
      for (const [name, value] of Object.entries(place)) plank.setAttribute(name, value);
      return { item, begins, end, plank };
    });
    document.getElementById("strip").replaceChildren(...this.planks.map(({ plank }) => plank));
  }

  show() {
    const { step, item: current, ended } = this.player;
    const at = ended ? Infinity : (step?.start ?? 0);
    for (const { item, begins, end, plank } of this.planks) {
      const isNow = !ended && item === current && at < end && (at >= begins || step.kind === "transfer" || step.kind === "fetch");
      const state = isNow ? "now" : at >= end ? "done" : "";
      const skipped = this.player.skipped.has(item.id) ? "skipped" : "";
      const wanted = `${item.kind} ${state} ${skipped}`;
      if (plank.getAttribute("class") !== wanted) plank.setAttribute("class", wanted);
    }
  }
}
