// Keeps the focus on the control that was used when the workshop is swapped, and shows a slider's value as it moves.

let used = null;

document.addEventListener("focusin", (event) => {
  if (event.target.closest("#workshop")) used = event.target.id;
});

document.body.addEventListener("htmx:afterSwap", () => {
  const control = used && document.getElementById(used);
  if (control && !control.disabled && !document.getElementById("workshop").contains(document.activeElement)) control.focus();
});

document.addEventListener("input", (event) => {
  const slider = event.target.closest(".joint input[type=range]");
  if (slider) slider.parentElement.querySelector("output").textContent = slider.value + slider.getAttribute("aria-valuetext").replace(/^-?[\d.]+/, "");
});
