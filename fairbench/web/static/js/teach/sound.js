// A soft tick, a bell, and the count and cues spoken. All are off until someone turns them on; the choice stays on the
// device.

const KEY = "fairbench.sound";

const BY_WORD = new Set(["quiet", "round"]); // of a press or a stage it matters what comes, not which round it is

export function called(beat) {
  if (beat.calls === "pulse") return beat.of - beat.number + 1;
  return BY_WORD.has(beat.calls) ? beat.word : beat.number;
}

// What is said once: a count as a whole, of a press or a stage each part.
export function spokenOnce(beat) {
  return `${beat.calls}:${beat.number}:${beat.side}${BY_WORD.has(beat.calls) ? `:${beat.at}` : ""}`;
}

const LONGEST_SILENCE = 12; // seconds of the class's time; with what is said itself never over 15
const RATES = { slow: 0.85, usual: 1.05, quick: 1.25 };

// What is to be said next, if anything. Knows the player and no sound, so that it can be tested without one.
export class Caller {
  constructor() {
    this.last = null;
    this.step = null;
    this.silent = 0;
    this.before = null;
  }

  // `cues` says whether steps are told as well as counted.
  next(player, cues) {
    const { step, beat, running, at } = player;
    if (!running || !step) {
      this.last = null;
      this.before = null;
      return null;
    }
    const passed = this.before && this.before.step === step && at >= this.before.at ? at - this.before.at : 0;
    this.before = { step, at };
    this.silent += passed;
    const said = this.said(player, step, beat, cues) ?? (this.silent >= LONGEST_SILENCE ? left(step, beat, at) : null);
    if (said !== null) this.silent = 0;
    return said;
  }

  said(player, step, beat, cues) {
    const isNew = step !== this.step;
    this.step = step;
    if (step.kind === "work" && beat) {
      const mark = `${player.index}:${spokenOnce(beat)}`;
      if (mark === this.last) return null;
      this.last = mark;
      const count = called(beat);
      const side = cues && isNew ? (step.side ? `${step.side}. ` : step.turn ? `${step.turn}. ` : "") : "";
      return `${side}${count}`;
    }
    this.last = null;
    if (!isNew || !cues) return null;
    return step.says || null;
  }
}

// How long what goes on still takes, in words.
function left(step, beat, at) {
  const seconds = Math.ceil((beat ? beat.at + beat.seconds : step.seconds) - at);
  return seconds > 1 ? `${seconds} seconds` : null;
}

export class Sound {
  constructor() {
    this.on = { tick: false, bell: false, voice: false, cues: false, rate: "usual", ...JSON.parse(localStorage.getItem(KEY) ?? "{}") };
    this.context = null;
    this.lastBeat = null;
    this.lastStep = null;
    this.caller = new Caller();
  }

  get hasVoice() {
    return "speechSynthesis" in window;
  }

  toggle(what) {
    this.on[what] = !this.on[what];
    this.keep();
  }

  setRate(rate) {
    this.on.rate = rate in RATES ? rate : "usual";
    this.keep();
  }

  keep() {
    localStorage.setItem(KEY, JSON.stringify(this.on));
  }

  follow(player) {
    const { beat, step, running } = player;
    const mark = running && step?.kind === "work" && beat ? `${player.index}:${spokenOnce(beat)}` : null;
    if (mark && mark !== this.lastBeat && this.on.tick) this.tone(620, 0.09);
    this.lastBeat = mark;
    if (running && step !== this.lastStep) {
      if (this.lastStep && this.on.bell && (step?.kind === "switch" || step?.item !== this.lastStep.item)) this.tone(1320, 0.7);
      this.lastStep = step;
    }
    const words = this.caller.next(player, this.on.cues);
    if (words !== null && (this.on.voice || this.on.cues) && this.hasVoice) this.say(words);
  }

  tone(frequency, seconds) {
    this.context ??= new AudioContext();
    const now = this.context.currentTime;
    const tone = new OscillatorNode(this.context, { frequency });
    const gain = new GainNode(this.context, { gain: 0.12 });
    gain.gain.exponentialRampToValueAtTime(0.001, now + seconds);
    tone.connect(gain).connect(this.context.destination);
    tone.start(now);
    tone.stop(now + seconds + 0.01);
  }

  say(text) {
    window.speechSynthesis.cancel();
    const words = new SpeechSynthesisUtterance(String(text));
    words.lang = "en-GB";
    words.rate = RATES[this.on.rate];
    window.speechSynthesis.speak(words);
  }
}
