// Notes sealed with a password: whoever has the device without it reads nothing (AES-GCM, the key from PBKDF2).

import { add, discard, waiting, withWaiting } from "./notes.js";

const SEALED = "fairbench.sealed.";
const ROUNDS = 600000;

export const canSeal = () => Boolean(globalThis.crypto?.subtle);
export const withSealed = () => Object.keys(localStorage).filter((key) => key.startsWith(SEALED)).map((key) => key.slice(SEALED.length));
export const countSealed = (name) => JSON.parse(localStorage.getItem(SEALED + name)).number;

const text = (bytes) => btoa(String.fromCharCode(...new Uint8Array(bytes)));
const bytes = (coded) => Uint8Array.from(atob(coded), (letter) => letter.charCodeAt(0));

async function keyFrom(password, salt) {
  const raw = await crypto.subtle.importKey("raw", new TextEncoder().encode(password), "PBKDF2", false, ["deriveKey"]);
  const how = { name: "PBKDF2", hash: "SHA-256", salt, iterations: ROUNDS };
  return crypto.subtle.deriveKey(how, raw, { name: "AES-GCM", length: 256 }, false, ["encrypt", "decrypt"]);
}

// Everything that waits, of all classes, becomes one sealed parcel.
export async function seal(password) {
  const classes = withWaiting().map((meeting) => [meeting, waiting(meeting)]);
  const salt = crypto.getRandomValues(new Uint8Array(16));
  const iv = crypto.getRandomValues(new Uint8Array(12));
  const plain = new TextEncoder().encode(JSON.stringify(classes));
  const data = await crypto.subtle.encrypt({ name: "AES-GCM", iv }, await keyFrom(password, salt), plain);
  const number = classes.reduce((sum, [, events]) => sum + events.length, 0);
  const parcel = { number, salt: text(salt), iv: text(iv), data: text(data) };
  localStorage.setItem(SEALED + new Date().toISOString(), JSON.stringify(parcel));
  for (const [meeting] of classes) discard(meeting, { from: "waiting" });
}

// Opened, its notes wait again; false where the password is another.
export async function open(name, password) {
  const parcel = JSON.parse(localStorage.getItem(SEALED + name));
  const key = await keyFrom(password, bytes(parcel.salt));
  let plain;
  try {
    plain = await crypto.subtle.decrypt({ name: "AES-GCM", iv: bytes(parcel.iv) }, key, bytes(parcel.data));
  } catch (error) {
    if (error.name === "OperationError") return false; // the word for data that the key does not open
    throw error;
  }
  for (const [meeting, events] of JSON.parse(new TextDecoder().decode(plain))) add(meeting, ...events);
  localStorage.removeItem(SEALED + name);
  return true;
}
