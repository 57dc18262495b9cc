// Several exercises of the running order at once: what is ticked goes along with the buttons above the list.

export function listenForSeveral() {
  function show() {
    const bar = document.querySelector(".several-bar");
    if (!bar) return;
    const ticked = [...document.querySelectorAll(".several:checked")].map((box) => box.value);
    bar.hidden = ticked.length === 0;
    bar.querySelector("[name=items]").value = ticked.join(" ");
    bar.querySelector(".several-count").textContent = `${ticked.length} chosen`;
  }

  document.addEventListener("change", ({ target }) => {
    if (target.matches?.(".several")) show();
  });
}
