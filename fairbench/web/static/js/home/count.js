// Where a count is at a moment: which line of it holds, and how far the figure is. Knows no page and no voice.

export class Count {
  // `lines` are what is said in order, with `at` and `seconds`.
  constructor(lines) {
    this.lines = lines;
    this.index = -1;
    this.at = 0;
  }

  get line() {
    return this.lines[this.index] ?? null;
  }

  get over() {
    return this.index >= this.lines.length - 1;
  }

  // Goes on to a second; the lines that begin on the way, of which only the last is worth saying.
  to(second) {
    this.at = second;
    const before = this.index;
    while (this.index + 1 < this.lines.length && this.lines[this.index + 1].at <= second + 1e-6) this.index += 1;
    return this.index > before ? this.line : null;
  }

  // From 0 at the start of the movement to 1 at its end and back, as often as the line says.
  get place() {
    const line = this.line;
    if (!line || !line.moves || !line.seconds) return line && line.shows.includes("old") ? 1 : 0;
    const share = Math.min(1, (this.at - line.at) / line.seconds) * line.moves;
    return (1 - Math.cos(2 * Math.PI * share)) / 2;
  }
}
