// Help for the screen that one is on: its button, or the question mark.

const dialog = document.getElementById("help");

async function open() {
  const of = encodeURIComponent(document.body.dataset.help ?? "");
  await window.htmx.ajax("GET", `/help/?of=${of}`, { target: dialog }).then(
    () => {
      if (!dialog.open) dialog.showModal();
      dialog.scrollTop = 0; // what has the focus is at its end
    },
    () => null, // a server that is away is told by the page
  );
}

if (dialog) {
  document.addEventListener("click", (event) => event.target.closest("#open-help, [data-open-help]") && open());
  document.addEventListener("keydown", (event) => {
    if (event.key !== "?" || event.target.closest("input, textarea, select") || document.querySelector("dialog[open]")) return;
    event.preventDefault();
    open();
  });
}
