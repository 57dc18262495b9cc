// What this device keeps of classes until the server has it: notes that wait, notes that can never be taken, each with
// the reason, and the key by which the server knows the device. Sent twice is stored once.

const WAITING = "fairbench.events.";
const REFUSED = "fairbench.refused.";
const PLAYER = "fairbench.class.";
const DEVICE = "fairbench.device";
const AT_ONCE = 200;

export const playerKey = (meeting) => PLAYER + meeting;

function read(key) {
  return JSON.parse(localStorage.getItem(key) ?? "[]");
}

function write(key, rows) {
  if (rows.length) localStorage.setItem(key, JSON.stringify(rows));
  else localStorage.removeItem(key);
}

function meetings(prefix) {
  return Object.keys(localStorage).filter((key) => key.startsWith(prefix)).map((key) => key.slice(prefix.length));
}

export const waiting = (meeting) => read(WAITING + meeting);
export const refused = (meeting) => read(REFUSED + meeting);
export const withWaiting = () => meetings(WAITING).filter((meeting) => waiting(meeting).length);
export const withRefused = () => meetings(REFUSED).filter((meeting) => refused(meeting).length);
export const withPlayer = () => meetings(PLAYER);
export const countWaiting = () => withWaiting().reduce((sum, meeting) => sum + waiting(meeting).length, 0);
export const countRefused = () => withRefused().reduce((sum, meeting) => sum + refused(meeting).length, 0);

export function add(meeting, ...events) {
  write(WAITING + meeting, [...waiting(meeting), ...events]);
}

export function discard(meeting, { from }) {
  write((from === "refused" ? REFUSED : WAITING) + meeting, []);
}

export function deviceKey() {
  const known = localStorage.getItem(DEVICE);
  if (known) return known;
  localStorage.setItem(DEVICE, newId());
  return localStorage.getItem(DEVICE);
}

// A page may be older than the session: whoever signed in again in another tab has another token.
export function token() {
  return document.cookie.match(/(?:^|; )csrftoken=([^;]+)/)?.[1] ?? "";
}

export function newId() {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = (bytes[6] & 0x0f) | 0x40;
  bytes[8] = (bytes[8] & 0x3f) | 0x80;
  const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, "0")).join("");
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`;
}

// A fetch that says null where there is no server to be reached.
export async function reach(address, options = {}) {
  try {
    return await fetch(address, { redirect: "manual", ...options });
  } catch (error) {
    if (error instanceof TypeError) return null; // fetch's word for no connection
    throw error;
  }
}

export function post(address, body, headers = {}) {
  return reach(address, { method: "POST", headers: { "X-CSRFToken": token(), ...headers }, body });
}

// Send what waits of one class. Says where the class is, or what stands in the way: away, signedOut or gone.
export async function send(meeting, player = null, most = AT_ONCE) {
  const events = waiting(meeting).slice(0, most);
  const more = waiting(meeting).length - events.length;
  const report = { device: deviceKey(), waiting: more, sent_at: new Date().toISOString(), events, player };
  const answer = await post(`/classes/${meeting}/events/`, JSON.stringify(report), { "Content-Type": "application/json" });
  if (answer === null || answer.status >= 500) return { away: true };
  if (answer.type === "opaqueredirect" || answer.status === 403) return { signedOut: true };
  if (answer.status === 404) return { gone: true };
  if (answer.status === 400) return apart(meeting, events, player, (await answer.json()).error);
  const told = await answer.json();
  const kept = new Set(told.kept);
  const never = told.refused.map(({ number, why }) => ({ ...events[number], why }));
  settle(meeting, events, (event, number) => kept.has(event.id) || told.refused.some((one) => one.number === number));
  write(REFUSED + meeting, [...refused(meeting), ...never]);
  return { told };
}

// The whole report could not be read: fewer at a time, until the one that spoils it is alone.
function apart(meeting, events, player, why) {
  if (events.length > 1) return send(meeting, null, Math.ceil(events.length / 2));
  if (events.length === 1) {
    settle(meeting, events, () => true);
    write(REFUSED + meeting, [...refused(meeting), { ...events[0], why }]);
  }
  return { told: null };
}

// Take what is settled of the sent events away; what was added meanwhile stays.
function settle(meeting, events, isSettled) {
  const done = new Set(events.filter(isSettled).map((event) => event.id));
  write(WAITING + meeting, waiting(meeting).filter((event) => !done.has(event.id)));
}

// Send everything that waits on this device, class by class.
export async function sendAll() {
  for (const meeting of withWaiting()) {
    let before = Infinity;
    while (waiting(meeting).length && waiting(meeting).length < before) {
      before = waiting(meeting).length;
      const { told } = await send(meeting);
      if (!told) break;
    }
  }
}
