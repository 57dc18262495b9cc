// Weighing a band: the reading that the scale shows now joins those that were taken.

const taken = document.getElementById("readings-taken");
const said = document.getElementById("readings-said");

export function withReading(before, kg) {
  return [...before.split(/\s+/).filter(Boolean), kg].join(" ");
}

document.querySelector("[data-take-reading]")?.addEventListener("click", () => {
  const shown = document.getElementById("scale-kg");
  if (!shown) {
    said.textContent = "The scale shows nothing yet.";
    return;
  }
  taken.value = withReading(taken.value, shown.dataset.kg);
  const number = taken.value.split(" ").length;
  said.textContent = `Reading ${number}: ${shown.dataset.kg} kg.${number < 3 ? " Three are needed." : ""}`;
});
