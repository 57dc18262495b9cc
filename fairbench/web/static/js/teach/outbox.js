// What was done, kept on the device until the server says that it has it. Each event has an id of
// its own, so sending twice stores once.

const RETRY = 4000;

export class Outbox {
  constructor(meeting, address, token, onChange) {
    this.key = `fairbench.events.${meeting}`;
    this.address = address;
    this.token = token;
    this.onChange = onChange;
    this.sending = false;
    this.signedOut = false;
    window.addEventListener("online", () => this.send());
    setInterval(() => this.send(), RETRY);
  }

  get waiting() {
    return JSON.parse(localStorage.getItem(this.key) ?? "[]");
  }

  keep(events) {
    localStorage.setItem(this.key, JSON.stringify(events));
    this.onChange(this);
  }

  add(kind, details = {}) {
    const event = { id: newId(), kind, at: new Date().toISOString(), ...details };
    this.keep([...this.waiting, event]);
    this.send();
  }

  async send() {
    const events = this.waiting.slice(0, 200);
    if (this.sending || !events.length) return;
    this.sending = true;
    try {
      const response = await fetch(this.address, {
        method: "POST",
        headers: { "Content-Type": "application/json", "X-CSRFToken": this.token },
        body: JSON.stringify({ events }),
        redirect: "manual",
      });
      this.signedOut = response.type === "opaqueredirect" || response.status === 403;
      if (response.ok) {
        const kept = new Set((await response.json()).kept);
        this.keep(this.waiting.filter((event) => !kept.has(event.id)));
      }
    } catch (error) {
      if (!(error instanceof TypeError)) throw error; // a TypeError is fetch's word for no connection
    } finally {
      this.sending = false;
      this.onChange(this);
    }
  }
}

function newId() {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = (bytes[6] & 0x0f) | 0x40;
  bytes[8] = (bytes[8] & 0x3f) | 0x80;
  const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, "0")).join("");
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`;
}
