// What is counted at a moment: the figure that is shown large, and the word beside it.

const COUNT_UP = new Set(["repetition", "breath"]);

// Seconds that are left until some moment of a step.
export function secondsLeft(until, at) {
  return Math.max(0, Math.ceil(until - at - 1e-6));
}

export function countOf(step, beat, at) {
  if (!beat) return { number: String(secondsLeft(step.seconds, at)), of: "s", word: "", share: step.seconds ? at / step.seconds : 1 };
  const { number, of, word, calls, seconds } = beat;
  const share = (at - beat.at) / seconds;
  const whole = step.seconds ? at / step.seconds : 1;
  if (COUNT_UP.has(calls)) return { number: String(number), of: `of ${of}`, word, share: whole };
  if (calls === "pulse") return { number: String(of - number + 1), of: "to go", word, share: whole };
  // What matters now is how long the press, the stretch or the hold still goes; which of them it is stands small.
  const which = (calls === "hold" || calls === "round") && of > 1 ? `s · ${number} of ${of}` : "s";
  return { number: String(secondsLeft(beat.at + seconds, at)), of: which, word, share };
}
