// Changes that the server could not be reached for: they are kept and sent again, in their order, until they arrive. A form
// that is sent as a page waits for the change before it, and stays on its page until the server answers.

import { reach } from "./device/notes.js";

const RETRY = 3000;
const unsent = [];
let onTheWay = 0;
let resending = false;

const isChange = ({ requestConfig }) => requestConfig?.verb === "post";

async function resend(changed) {
  if (resending || !unsent.length) return;
  resending = true;
  try {
    if (!(await reach("/health/"))?.ok) return;
    while (unsent.length) {
      const { path, target, values, source } = unsent[0];
      const how = { target, values, source: source.isConnected ? source : target };
      const arrived = await window.htmx.ajax("POST", path, how).then(
        () => true,
        () => false, // away again: it stays the first to be sent
      );
      if (!arrived) return;
      unsent.shift();
      changed(unsent.length);
    }
  } finally {
    resending = false;
  }
}

export function listenForUnsent(changed) {
  document.body.addEventListener("htmx:sendError", ({ detail }) => {
    if (!isChange(detail)) return;
    if (!resending) {
      const { path, target, elt, parameters } = detail.requestConfig;
      unsent.push({ path, source: elt, target: target.id ? `#${target.id}` : target, values: Object.fromEntries(Object.entries(parameters)) });
    }
    changed(unsent.length);
  });
  setInterval(() => resend(changed), RETRY);
  window.addEventListener("online", () => resend(changed));
}

// A press on Save, or on a link, right after typing: what was typed is on its way, and the page stays until it is there.
export function waitForChanges() {
  document.body.addEventListener("htmx:beforeSend", ({ detail }) => isChange(detail) && (onTheWay += 1));
  document.body.addEventListener("htmx:afterRequest", ({ detail }) => isChange(detail) && (onTheWay -= 1));
  const later = (go) => {
    const done = ({ detail }) => {
      if (!isChange(detail)) return;
      document.body.removeEventListener("htmx:afterRequest", done);
      if (detail.successful) setTimeout(go);
    };
    document.body.addEventListener("htmx:afterRequest", done);
  };
  document.addEventListener("submit", (event) => {
    const { target: form, submitter } = event;
    if (!onTheWay || event.defaultPrevented || form.matches("[hx-post]")) return;
    event.preventDefault();
    later(() => form.isConnected && form.requestSubmit(submitter?.isConnected ? submitter : null));
  });
  document.addEventListener("click", (event) => {
    const link = event.target.closest?.("a[href]:not([hx-get], [target], [download])");
    const plain = !event.ctrlKey && !event.metaKey && !event.shiftKey && event.button === 0;
    if (!onTheWay || !link || !plain || event.defaultPrevented || link.getAttribute("href").startsWith("#")) return;
    event.preventDefault();
    later(() => location.assign(link.href));
  });
}

// A form that is sent as a page would end on the browser's own error page while the server is away: it is asked for first.
export function waitForServer(changed) {
  const answered = new WeakSet();
  const held = new Set();

  function send(form, submitter) {
    held.delete(form);
    answered.add(form);
    if (form.isConnected) form.requestSubmit(submitter?.isConnected ? submitter : null);
    answered.delete(form);
  }

  async function ask(form, submitter) {
    if (await reach("/health/")) return send(form, submitter);
    changed(1);
    const again = setInterval(async () => {
      if (form.isConnected && !(await reach("/health/"))) return;
      clearInterval(again);
      changed(0);
      send(form, submitter);
    }, RETRY);
    return null;
  }

  document.addEventListener("submit", (event) => {
    const { target: form, submitter } = event;
    if (event.defaultPrevented || form.method !== "post" || form.matches("[hx-post]") || answered.has(form)) return;
    event.preventDefault();
    if (held.has(form)) return; // pressed twice is sent once
    held.add(form);
    ask(form, submitter);
  });
}
