// The shelf drawer: open, find, put a version on the bench, close. It stays open to add several.

export function listenForShelf(bench) {
  const shelf = document.getElementById("shelf");
  const find = document.getElementById("shelf-find");
  const added = document.getElementById("shelf-added");
  const COVERS = window.matchMedia("(max-width: 999px)");
  let opener = null;

  // Where it covers the bench, nothing behind it can be reached while it is open; else the bench moves aside.
  function show(on) {
    shelf.hidden = !on;
    document.body.classList.toggle("shelf-open", on);
    for (const behind of document.querySelectorAll(".topbar, #bench")) behind.inert = on && COVERS.matches;
  }

  function tell(name) {
    const number = document.querySelectorAll("#bench [data-item][data-block]:not([data-round]), #bench .plank[data-round='1']").length;
    added.textContent = `Added ${name} · ${number} exercise${number === 1 ? "" : "s"} in the plan`;
    added.hidden = false;
  }

  function open(button) {
    opener = button.id;
    show(true);
    added.hidden = true;
    if (!document.getElementById("shelf-results").childElementCount) window.htmx.trigger(find, "open-shelf");
    find.focus();
  }

  function close() {
    show(false);
    (document.getElementById(opener) ?? document.getElementById("open-shelf"))?.focus();
  }

  document.addEventListener("click", (event) => {
    const button = event.target.closest("[data-open-shelf]");
    if (button) open(button);
    if (event.target.closest("[data-close-shelf]")) close();
    const add = event.target.closest("[data-add-exercise]");
    if (!add) return;
    const { ariaLabel } = add;
    const sent = window.htmx.ajax("POST", `${bench().dataset.do}add/`, {
      target: "#bench",
      swap: "outerHTML",
      source: "#bench",
      values: { exercise: add.dataset.addExercise, version: add.dataset.addVersion, chosen: bench().dataset.chosen, seen: bench().dataset.seen },
    });
    sent.then(
      () => tell(ariaLabel.replace(/^Add /, "")),
      () => null, // a server that is away is told by the page
    );
    sent.finally(() => show(!shelf.hidden));
  });

  // Enter in the field adds the usual version of what is found first, once what was typed is found.
  find.addEventListener("keydown", (event) => {
    if (event.key !== "Enter") return;
    event.preventDefault();
    const results = document.getElementById("shelf-results");
    const addFirst = ({ target }) => {
      if (target !== results) return;
      document.body.removeEventListener("htmx:afterSettle", addFirst);
      (results.querySelector("[data-add-exercise].base") ?? results.querySelector("[data-add-exercise]"))?.click();
    };
    document.body.addEventListener("htmx:afterSettle", addFirst);
    window.htmx.trigger(find, "open-shelf");
  });

  document.addEventListener("keydown", (event) => {
    if (event.key === "Escape" && !shelf.hidden) close();
  });

  // A bench that comes while the shelf is open is behind it as well.
  document.body.addEventListener("htmx:afterSettle", (event) => {
    if (event.target.id === "bench" && !shelf.hidden) show(true);
  });
}
