// The shelf drawer: open, find, put a version on the bench, close. It stays open to add several.

export function listenForShelf(bench) {
  const shelf = document.getElementById("shelf");
  const find = document.getElementById("shelf-find");
  let opener = null;

  function open(button) {
    opener = button.id;
    shelf.hidden = false;
    if (!document.getElementById("shelf-results").childElementCount) window.htmx.trigger(find, "open-shelf");
    find.focus();
  }

  function close() {
    shelf.hidden = true;
    (document.getElementById(opener) ?? document.getElementById("open-shelf"))?.focus();
  }

  document.addEventListener("click", (event) => {
    const button = event.target.closest("[data-open-shelf]");
    if (button) open(button);
    if (event.target.closest("[data-close-shelf]")) close();
    const add = event.target.closest("[data-add-exercise]");
    if (!add) return;
    window.htmx.ajax("POST", `${bench().dataset.do}add/`, {
      target: "#bench",
      swap: "outerHTML",
      source: "#bench",
      values: { exercise: add.dataset.addExercise, version: add.dataset.addVersion, chosen: bench().dataset.chosen, seen: bench().dataset.seen },
    });
  });

  document.addEventListener("keydown", (event) => {
    if (event.key === "Escape" && !shelf.hidden) close();
  });
}
