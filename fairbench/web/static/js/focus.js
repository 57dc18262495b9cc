// Whatever is swapped, the focus does not fall to the page: it goes to the same control, or to what stands in its place;
// after a refusal to what was refused.

const STOPS = "a[href], button, input, select, textarea, summary, [tabindex]";

const stopsIn = (root) => [...root.querySelectorAll(STOPS)].filter((stop) => !stop.disabled && stop.getClientRects().length);
const nowhere = () => !document.activeElement || document.activeElement === document.body;

let was = null;

document.body.addEventListener("htmx:beforeSwap", ({ detail: { target, xhr, requestConfig } }) => {
  const asking = requestConfig?.elt;
  const isRefused = xhr?.status >= 400 && asking?.matches?.("input, textarea") && asking.id && target?.contains(asking);
  const active = isRefused ? asking : document.activeElement;
  was = target?.contains(active) && active !== document.body ? { id: active.id, at: stopsIn(target).indexOf(active), target: target.id } : null;
});

document.body.addEventListener("htmx:afterSettle", ({ target }) => {
  if (!was) return;
  const { id, at, target: name } = was;
  was = null;
  if (!nowhere()) return;
  const same = id ? document.getElementById(id) : null;
  same?.focus({ preventScroll: true });
  if (!nowhere()) return;
  const root = document.getElementById(name) ?? target;
  // What lies in something closed takes no focus: then what stands before it.
  const before = stopsIn(root).slice(0, Math.max(at, 0) + 1);
  for (const stop of [...before.reverse(), document.getElementById("main")]) {
    stop.focus({ preventScroll: true });
    if (!nowhere()) return;
  }
});
