// A ready class brings its own length; whoever wants another writes it afterwards.

document.addEventListener("change", (event) => {
  const { length } = event.target.dataset ?? {};
  if (event.target.name === "template" && length) document.getElementById("length").value = length;
});

// Another group has other classes to start from; what was chosen meanwhile stays chosen if it is there.

let chosen = null;

document.body.addEventListener("htmx:beforeSwap", (event) => {
  if (event.detail.target.id === "start-from") chosen = document.querySelector("[name=template]:checked")?.value ?? null;
});

document.body.addEventListener("htmx:afterSwap", () => {
  const same = [...document.querySelectorAll("#start-from [name=template]")].find((radio) => radio.value === chosen);
  if (same) same.checked = true;
});
