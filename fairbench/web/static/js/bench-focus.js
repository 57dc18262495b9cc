// Keeps hands where they are when the bench is swapped: the plank that had focus, and whatever was
// being typed into a field while an earlier change was on its way.

const OPENERS = ".plank, .people-row .cell, .people-row .row-who";

export function carryFocus(bench) {
  let typed = null;
  let onPlank = false;
  let closing = false;
  let opener = "";
  let scrolled = 0;

  document.addEventListener("focusin", ({ target }) => {
    if (target.matches(OPENERS)) opener = target.id;
  });

  // A panel that is left with Escape, or closed, gives the focus back to what it was opened from.
  function giveBack() {
    const from = document.getElementById(opener) ?? document.querySelector(".plank[aria-current]") ?? document.querySelector(OPENERS);
    from?.focus({ preventScroll: true });
  }

  document.addEventListener("keydown", (event) => {
    if (event.key !== "Escape" || !event.target.closest("#inspector")) return;
    event.preventDefault();
    giveBack();
  });

  document.body.addEventListener("htmx:beforeSwap", (event) => {
    if (event.detail.target?.id !== "bench") return;
    const active = document.activeElement;
    onPlank = active.matches(".plank") || active === document.body;
    scrolled = document.querySelector(".bench-scroll")?.scrollLeft ?? 0;
    const asking = event.detail.requestConfig.elt;
    closing = asking.id === "close-panel";
    const isField = active.matches("input:not([type=checkbox]):not([type=radio]), textarea") && active.closest("#inspector");
    const changed = isField && active.value !== active.defaultValue && active !== asking;
    typed = changed ? { id: active.id, value: active.value, chosen: bench().dataset.chosen } : null;
  });

  document.body.addEventListener("htmx:afterSettle", (event) => {
    if (event.target.id !== "bench") return;
    const scroll = document.querySelector(".bench-scroll");
    if (scroll && scrolled) scroll.scrollLeft = scrolled;
    if (typed && bench().dataset.chosen === typed.chosen) {
      const field = document.getElementById(typed.id);
      if (field) {
        field.value = typed.value;
        field.focus();
      }
    } else if (closing) {
      giveBack();
    } else if (onPlank) {
      document.querySelector(".plank[aria-current]")?.focus({ preventScroll: true });
    }
    typed = null;
    onPlank = false;
    closing = false;
  });
}
