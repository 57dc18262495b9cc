// "Done" ticks that wait on the phone until they are sent, each with a key of its own: the same one counts once.

const KEY = "home.ticks";

export class Ticks {
  constructor(store, page, send) {
    this.store = store;
    this.name = `${KEY}:${page}`;
    this.send = send;
    this.sending = false;
  }

  get waiting() {
    try {
      const kept = JSON.parse(this.store.getItem(this.name) ?? "[]");
      return Array.isArray(kept) ? kept : [];
    } catch {
      return []; // what cannot be read any more says nothing
    }
  }

  add(key) {
    this.store.setItem(this.name, JSON.stringify([...this.waiting, key]));
    return this.flush();
  }

  clear() {
    this.store.removeItem(this.name);
  }

  // Sends what waits, one after the other; "kept" where there is no connection, "gone" where the address was withdrawn.
  async flush() {
    if (this.sending) return "kept";
    this.sending = true;
    try {
      for (const key of this.waiting) {
        const status = await this.send(key);
        if (status === 410) {
          this.clear();
          return "gone";
        }
        if (status !== 200 && status !== 422) return "kept";
        this.store.setItem(this.name, JSON.stringify(this.waiting.filter((one) => one !== key)));
      }
      return "sent";
    } finally {
      this.sending = false;
    }
  }
}
