// What a stop-watch and a counter know, without a page: seconds come from whoever asks, so that they can be tested.

export class Clock {
  #since = null;
  #passed = 0;

  get running() {
    return this.#since !== null;
  }

  start(now) {
    this.#since = now;
    this.#passed = 0;
  }

  stop(now) {
    this.#passed = this.seconds(now);
    this.#since = null;
  }

  clear() {
    this.#since = null;
    this.#passed = 0;
  }

  seconds(now) {
    return this.#since === null ? this.#passed : (now - this.#since) / 1000;
  }
}

export class Counter {
  number = 0;

  tap() {
    this.number += 1;
    return this.number;
  }

  clear() {
    this.number = 0;
  }
}

// Tenths of a second, cut off and not rounded: 44.99 is not yet 45.
export function tenths(seconds) {
  return (Math.floor(seconds * 10 + 1e-6) / 10).toFixed(1);
}
