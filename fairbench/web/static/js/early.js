// Loaded before the rest: a press made while the other scripts are still on their way is kept and done
// once they are there, instead of being lost (or, for a form, sent as an address with its fields in it).

(() => {
  const waiting = [];

  function keep(event, again) {
    event.preventDefault();
    event.stopImmediatePropagation();
    waiting.push(again);
  }

  // Links, and buttons of forms that the browser can send by itself, need no script.
  function needsScript(target) {
    const pressed = target.closest("button, [hx-get], [hx-post]");
    if (!pressed || pressed.matches("a[href], form")) return null;
    const script = pressed.matches("[hx-get], [hx-post], [type=button]") || !pressed.form;
    return script ? pressed : null;
  }

  function onClick(event) {
    const pressed = needsScript(event.target);
    if (pressed) keep(event, () => pressed.isConnected && pressed.dispatchEvent(new MouseEvent("click", { bubbles: true, cancelable: true })));
  }

  function onSubmit(event) {
    const { target: form, submitter } = event;
    if (form.matches("[hx-get], [hx-post]")) keep(event, () => form.isConnected && form.requestSubmit(submitter));
  }

  document.addEventListener("click", onClick, true);
  document.addEventListener("submit", onSubmit, true);
  // The others have run by now, and take up the page in listeners of this same event.
  document.addEventListener("DOMContentLoaded", () => {
    setTimeout(() => {
      document.removeEventListener("click", onClick, true);
      document.removeEventListener("submit", onSubmit, true);
      for (const again of waiting) again();
    });
  });
})();
