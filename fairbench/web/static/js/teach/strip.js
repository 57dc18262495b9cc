// The strip of the whole class along the bottom: what is done, what is now, what is left.

const LANES = { standing: 2, seated: 20, floor: 38 };
const SVG = "http://www.w3.org/2000/svg";

export class Strip {
  constructor(player) {
    this.player = player;
    const { score } = player;
    const scale = 1000 / Math.max(1, score.total);
    this.planks = score.items.map((item) => {
      const plank = document.createElementNS(SVG, "rect");
      const place = { x: item.begins * scale, y: LANES[item.level], width: Math.max(2, (item.end - item.begins) * scale - 2), height: 14, rx: 2 };
      for (const [name, value] of Object.entries(place)) plank.setAttribute(name, value);
      return { item, plank };
    });
    document.getElementById("strip").replaceChildren(...this.planks.map(({ plank }) => plank));
  }

  show() {
    const now = this.player.item?.number ?? (this.player.ended ? Infinity : 0);
    for (const { item, plank } of this.planks) {
      const state = item.number === now ? "now" : item.number < now ? "done" : "";
      const skipped = this.player.skipped.has(item.id) ? "skipped" : "";
      const wanted = `${item.kind} ${state} ${skipped}`;
      if (plank.getAttribute("class") !== wanted) plank.setAttribute("class", wanted);
    }
  }
}
