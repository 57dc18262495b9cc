// A short score to play: two items with a way between, the second with another version, then the way home.

const beat = (at, seconds, number, of, more = {}) => ({ at, seconds, calls: "repetition", number, of, word: "lift", side: "", moves: [0, 1], cycle: 0, ...more });

export function step(kind, item, start, seconds, more = {}) {
  return { kind, item, start, seconds, says: `${kind}.`, side: "", direction: "", set: 1, sets: 1, position: "seated", level: "seated", beats: [], ...more };
}

const version = (id, more = {}) => ({ id, name: id, dose: "2 repetitions", props: [], do: {}, setUp: {}, watch: [], stop: "", breath: "", ...more });

export function score() {
  return {
    name: "Short",
    total: 60,
    steps: [
      step("explain", "a", 0, 6),
      step("work", "a", 6, 8, { beats: [beat(0, 4, 1, 2), beat(4, 4, 2, 2)] }),
      step("rest", "a", 14, 10),
      step("transfer", "b", 24, 6, { level: "standing" }),
      step("explain", "b", 30, 6),
      step("work", "b", 36, 10, { beats: [beat(0, 10, 1, 1, { calls: "hold", word: "hold" })] }),
      step("rest", "b", 46, 10),
      step("close", null, 56, 4),
    ],
    items: [
      { id: "a", name: "Row", kind: "strengthen", start: 0, end: 24, extra: false, version: version("a1"), others: [] },
      {
        id: "b",
        name: "Stand",
        kind: "stretch",
        start: 24,
        end: 56,
        extra: true,
        version: version("b1"),
        others: [version("b2", { steps: [step("explain", "b", 0, 4), step("work", "b", 4, 12, { beats: [beat(0, 6, 1, 2), beat(6, 6, 2, 2)] })] })],
      },
    ],
  };
}
