// Findings: mark what one is about on the planks, and leave open what was open when the bench is swapped. The balance:
// say the time of the area that is pointed at.

const KEPT_OPEN = "#more-findings, .checked";

function marked(planks) {
  const about = new Set(planks);
  for (const plank of document.querySelectorAll("#bench .plank[data-item], #bench .order [data-item]")) {
    plank.classList.toggle("marked", about.has(plank.dataset.item));
  }
}

export function listenForFindings() {
  let open = [];

  document.addEventListener("click", (event) => {
    const button = event.target.closest?.("[data-point]");
    if (!button) return;
    const on = button.getAttribute("aria-pressed") !== "true";
    for (const other of document.querySelectorAll("[data-point]")) other.setAttribute("aria-pressed", String(on && other === button));
    marked(on ? button.closest(".finding").dataset.planks.split(" ") : []);
    document.querySelector("#bench .marked")?.scrollIntoView({ block: "nearest", inline: "center" });
  });

  for (const heard of ["focusin", "pointerover", "click"]) {
    document.addEventListener(heard, ({ target }) => {
      const area = target.closest?.(".body-map .area");
      if (area) area.closest(".balance").querySelector(".body-says").textContent = area.dataset.says;
    });
  }

  document.body.addEventListener("htmx:beforeSwap", (event) => {
    if (event.detail.target?.id !== "bench") return;
    open = [...document.querySelectorAll(KEPT_OPEN)].filter((one) => one.open).map((one) => one.className);
  });
  document.body.addEventListener("htmx:afterSwap", () => {
    for (const one of document.querySelectorAll(KEPT_OPEN)) if (open.includes(one.className)) one.open = true;
  });
}
