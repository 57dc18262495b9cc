// What somebody types stays in this tab until it is saved: through a lost connection, an ended session, a page left by
// mistake. It goes when it is saved, when it is thrown away, on signing out and at the hand-over, and after a working day.
// Another who signs in here never sees it.

const PREFIX = "fairbench.drafts.";
const PENDING = "fairbench.draft-sent";
const KEPT = 8 * 3600 * 1000;
const TEXT = "textarea, input:not([type]), input:is([type=text], [type=email], [type=date], [type=number], [type=tel])";

const { device, drafts: name } = document.body?.dataset ?? {};
const store = PREFIX + name;
const isOwn = device === "keep" && Boolean(name);

const read = () => JSON.parse(sessionStorage.getItem(store) ?? "{}");

function write(all) {
  if (Object.keys(all).length) sessionStorage.setItem(store, JSON.stringify(all));
  else sessionStorage.removeItem(store);
}

export function forgetDrafts() {
  for (const key of Object.keys(sessionStorage)) if (key.startsWith(PREFIX) || key === PENDING) sessionStorage.removeItem(key);
}

// Drafts of other pages, the newest first: the page's title and address.
export function draftsElsewhere() {
  const pages = Object.entries(read()).filter(([path]) => path !== location.pathname);
  return pages.sort(([, a], [, b]) => b.at - a.at).map(([path, page]) => ({ path, title: page.title, address: page.address }));
}

export function throwAway(path) {
  const all = read();
  delete all[path];
  write(all);
}

// Which field it is, on this page: where it is sent, what is chosen there, and its name. Ticks of one list share a name,
// so their value tells them apart.
function keyOf(control) {
  const { form } = control;
  const sent = control.getAttribute("hx-post") ?? form?.getAttribute("hx-post") ?? form?.getAttribute("action") ?? "";
  const of = document.getElementById("bench")?.dataset.chosen ?? form?.elements.item?.value ?? "";
  return [sent, of, control.name, isTick(control) ? control.value : "", control.id].join(" ");
}

const sentAtOnce = (control) => control.closest("[hx-post]:is(input, textarea), form[hx-post]") !== null;

function isKept(control) {
  if (!control.matches?.("#main :is(input, textarea, select)") || control.closest("[data-no-draft]")) return false;
  if (sentAtOnce(control)) return control.matches(TEXT);
  const inForm = control.form?.method === "post" && Boolean(control.name);
  return inForm && control.matches(`${TEXT}, select, input:is([type=checkbox], [type=radio])`);
}

const isTick = (control) => control.matches("[type=checkbox], [type=radio]");
const valueOf = (control) => (isTick(control) ? control.checked : control.value);

function shownAtFirst(control) {
  if (isTick(control)) return control.defaultChecked;
  if (!control.matches("select")) return control.defaultValue;
  return ([...control.options].find((option) => option.defaultSelected) ?? control.options[0])?.value ?? "";
}

function keep({ target: control }) {
  if (!isKept(control)) return;
  const all = read();
  const page = (all[location.pathname] ??= { fields: {} });
  Object.assign(page, { at: Date.now(), title: document.title.replace(" · Fair Bench", ""), address: location.pathname + location.search });
  if (valueOf(control) === shownAtFirst(control)) delete page.fields[keyOf(control)];
  else page.fields[keyOf(control)] = valueOf(control);
  if (!Object.keys(page.fields).length) delete all[location.pathname];
  write(all);
}

function saved(path, fields) {
  const all = read();
  const page = all[path];
  if (!page) return;
  for (const [key, value] of Object.entries(fields)) if (page.fields[key] === value) delete page.fields[key];
  if (!Object.keys(page.fields).length) delete all[path];
  write(all);
}

function fieldsOf(element) {
  const controls = element.matches("form") ? [...element.elements] : [element];
  return Object.fromEntries(controls.filter(isKept).map((control) => [keyOf(control), valueOf(control)]));
}

// Puts back what was typed; gives back the fields that were changed by it.
function putBack(root) {
  const fields = read()[location.pathname]?.fields ?? {};
  const changed = [];
  for (const control of root.querySelectorAll("input, textarea, select")) {
    const draft = isKept(control) ? fields[keyOf(control)] : undefined;
    if (draft === undefined || draft === valueOf(control) || control === document.activeElement) continue;
    if (isTick(control)) control.checked = draft;
    else control.value = draft;
    for (let at = control.closest("details"); at; at = at.parentElement.closest("details")) at.open = true;
    changed.push(control);
  }
  return changed;
}

// A form that was sent as a page: once another page came of it that has nothing to refuse, it is saved.
function settlePending() {
  const pending = JSON.parse(sessionStorage.getItem(PENDING) ?? "null");
  sessionStorage.removeItem(PENDING);
  if (!pending || !isOwn) return;
  const type = performance.getEntriesByType("navigation")[0]?.type ?? "navigate";
  const refused = document.querySelector(".field-error, .alarm-note, .message.error, [aria-invalid=true]");
  if (type !== "back_forward" && !refused) saved(pending.path, pending.fields);
}

export function listenForDrafts(say) {
  settlePending();
  if (!isOwn) return;
  for (const key of Object.keys(sessionStorage)) if (key.startsWith(PREFIX) && key !== store) sessionStorage.removeItem(key);
  const all = read();
  for (const [path, page] of Object.entries(all)) if (Date.now() - page.at > KEPT) delete all[path];
  write(all);
  const back = putBack(document);
  if (back.length) say(back);
  for (const kind of ["input", "change"]) document.addEventListener(kind, keep, true);
  document.addEventListener("submit", ({ target, defaultPrevented }) => {
    if (defaultPrevented || target.matches("[hx-post]") || target.method !== "post") return;
    sessionStorage.setItem(PENDING, JSON.stringify({ path: location.pathname, fields: fieldsOf(target) }));
  });
  // A field that is sent by itself when it is left is sent now, once the page listens.
  const send = () => {
    for (const control of back) if (sentAtOnce(control) && !control.form) control.dispatchEvent(new Event("change", { bubbles: true }));
  };
  if (back.length) document.addEventListener("DOMContentLoaded", () => setTimeout(send));
  const sent = new WeakMap();
  document.body.addEventListener("htmx:beforeSend", ({ detail }) => sent.set(detail.xhr, fieldsOf(detail.elt)));
  // Before what came is shown, so that what was saved is not put back into it.
  document.body.addEventListener("htmx:beforeSwap", ({ detail: { xhr } }) => {
    if (xhr.status < 400 && sent.has(xhr)) saved(location.pathname, sent.get(xhr));
  });
  document.body.addEventListener("htmx:afterSettle", ({ target }) => putBack(target.isConnected ? target : document));
}
