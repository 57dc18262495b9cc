// A soft tick and a spoken count. Both are off until someone turns them on; the choice stays on the device.

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

export class Sound {
  constructor() {
    this.on = { tick: false, voice: false, ...JSON.parse(localStorage.getItem(KEY) ?? "{}") };
    this.context = null;
    this.lastBeat = null;
  }

  get hasVoice() {
    return "speechSynthesis" in window;
  }

  toggle(what) {
    this.on[what] = !this.on[what];
    localStorage.setItem(KEY, JSON.stringify(this.on));
  }

  follow(player) {
    const { beat, step, running } = player;
    const mark = running && step?.kind === "work" && beat ? `${player.index}:${spokenOnce(beat)}` : null;
    if (mark === this.lastBeat) return;
    this.lastBeat = mark;
    if (!mark) return;
    if (this.on.tick) this.tick();
    if (this.on.voice && this.hasVoice) this.say(called(beat));
  }

  tick() {
    this.context ??= new AudioContext();
    const now = this.context.currentTime;
    const tone = new OscillatorNode(this.context, { frequency: 620 });
    const gain = new GainNode(this.context, { gain: 0.12 });
    gain.gain.exponentialRampToValueAtTime(0.001, now + 0.09);
    tone.connect(gain).connect(this.context.destination);
    tone.start(now);
    tone.stop(now + 0.1);
  }

  say(text) {
    window.speechSynthesis.cancel();
    const words = new SpeechSynthesisUtterance(String(text));
    words.lang = "en-GB";
    words.rate = 1.05;
    window.speechSynthesis.speak(words);
  }
}
