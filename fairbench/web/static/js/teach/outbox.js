// What was done in the class on this screen: kept on the device at once, sent as soon as the server can be reached, and
// told again where the leading screen is.

import { add, newId, refused, send, waiting } from "../device/notes.js";

const RETRY = 4000;
const BEAT = 12000; // with nothing to send: where the screen is, and whether it still leads

export class Outbox {
  constructor(meeting, where, onChange) {
    this.meeting = meeting;
    this.where = where;
    this.onChange = onChange;
    this.sending = false;
    this.signedOut = false;
    this.told = null;
    this.sentAt = 0;
    window.addEventListener("online", () => this.send());
    setInterval(() => (this.waiting.length || Date.now() - this.sentAt >= BEAT) && this.send(), RETRY);
  }

  get waiting() {
    return waiting(this.meeting);
  }

  get refused() {
    return refused(this.meeting);
  }

  add(kind, details = {}) {
    const id = newId();
    add(this.meeting, { id, kind, at: new Date().toISOString(), ...details });
    this.onChange(this);
    this.send();
    return id;
  }

  // Sends what waits; with nothing waiting it says where the screen is, and hears where the class is.
  async send() {
    if (this.sending) return;
    this.sending = true;
    this.sentAt = Date.now();
    try {
      const { told, signedOut } = await send(this.meeting, this.where());
      this.signedOut = Boolean(signedOut);
      this.told = told ?? this.told;
    } finally {
      this.sending = false;
      this.onChange(this);
    }
  }
}
