// Keeps the focus on the control that was used when the workshop is swapped, and the details open; shows a slider's value
// as it moves.

let used = null;
let inDetail = false;

document.addEventListener("toggle", (event) => {
  if (event.target.id === "workshop-details" && event.target.isConnected) inDetail = event.target.open;
}, true);

document.addEventListener("focusin", (event) => {
  if (event.target.closest("#workshop")) used = event.target.id;
});

document.body.addEventListener("htmx:afterSwap", () => {
  document.getElementById("workshop-details").open = inDetail;
  const control = used && document.getElementById(used);
  if (control && !control.disabled && !document.getElementById("workshop").contains(document.activeElement)) control.focus();
});

document.addEventListener("input", (event) => {
  const slider = event.target.closest(".joint input[type=range]");
  if (slider) slider.parentElement.querySelector("output").textContent = slider.value + slider.getAttribute("aria-valuetext").replace(/^-?[\d.]+/, "");
});
