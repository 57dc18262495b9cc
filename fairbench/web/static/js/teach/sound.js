// A soft tick and a spoken count. Both are off until someone turns them on; the choice stays on the device.

const KEY = "fairbench.sound";

function called(beat) {
  if (beat.calls === "pulse") return beat.of - beat.number + 1;
  return beat.calls === "quiet" ? beat.word : beat.number;
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
    const mark = running && step?.kind === "work" && beat ? `${player.index}:${beat.calls}:${beat.number}:${beat.side}` : null;
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
