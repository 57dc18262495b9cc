// The running order: several exercises at once, and blocks that fold. What is ticked goes along with the buttons above the
// list; what is folded stays so while the page is open.

const folded = new Set();

function showTicked() {
  const bar = document.querySelector(".several-bar");
  if (!bar) return;
  const ticked = [...document.querySelectorAll(".several:checked")].map((box) => box.value);
  bar.hidden = ticked.length === 0;
  bar.querySelector("[name=items]").value = ticked.join(" ");
  bar.querySelector(".several-count").textContent = `${ticked.length} chosen`;
}

function showFolded() {
  for (const button of document.querySelectorAll("[data-fold]")) {
    const isFolded = folded.has(button.dataset.fold);
    button.setAttribute("aria-expanded", String(!isFolded));
    button.firstChild.textContent = isFolded ? "Unfold" : "Fold";
    document.getElementById(button.getAttribute("aria-controls")).hidden = isFolded;
  }
}

export function listenForSeveral() {
  document.addEventListener("change", ({ target }) => {
    if (target.matches?.(".several")) showTicked();
  });
  document.addEventListener("click", ({ target }) => {
    const block = target.closest?.("[data-fold]")?.dataset.fold;
    if (block === undefined) return;
    if (!folded.delete(block)) folded.add(block);
    showFolded();
  });
  document.body.addEventListener("htmx:afterSwap", showFolded);
}
