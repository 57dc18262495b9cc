// Pages of classes that are kept on this device so that they open without a connection, one cache a class. They are
// removed with the class, at the hand-over and on signing out.

import { playerKey, reach, withPlayer } from "./notes.js";

export const CACHE = "fairbench-class-";

async function kept() {
  if (!("caches" in window)) return [];
  return (await caches.keys()).filter((name) => name.startsWith(CACHE)).map((name) => name.slice(CACHE.length));
}

export async function forget(meeting) {
  localStorage.removeItem(playerKey(meeting));
  if ("caches" in window) await caches.delete(CACHE + meeting);
}

export async function forgetAll() {
  for (const meeting of new Set([...(await kept()), ...withPlayer()])) await forget(meeting);
}

// What is kept of a class goes once the server says that it is over, or that it is nobody's here.
export async function forgetEnded(except = "") {
  for (const meeting of new Set([...(await kept()), ...withPlayer()])) {
    if (meeting === except) continue;
    const answer = await reach(`/classes/${meeting}/device/`);
    if (answer?.status === 404) await forget(meeting);
    else if (answer?.ok && (await answer.json()).state !== "teaching") await forget(meeting);
  }
}
