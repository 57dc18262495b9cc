// Dragging a plank along the bench, by mouse, pen or a long press. Its key twin is Alt with an arrow.

const THRESHOLD = 6;
const LONG_PRESS = 350;

export function listenForDrag(bench) {
  let drag = null;
  let swallowClick = false;

  const drawing = () => bench().querySelector(".bench-scroll svg");

  function atX(event) {
    const svg = drawing();
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM().inverse());
    return point.x;
  }

  function slotAt(x) {
    const planks = [...bench().querySelectorAll(".plank")].filter((plank) => plank !== drag.plank);
    let before = null;
    for (const plank of planks) {
      const middle = (Number(plank.dataset.x) + Number(plank.dataset.end)) / 2;
      if (middle < x) before = plank;
      else break;
    }
    const first = planks[0];
    if (!before) return first && { block: Number(first.dataset.block), place: 0, x: Number(first.dataset.x) - 3 };
    const block = Number(before.dataset.block);
    const inBlock = planks.filter((plank) => Number(plank.dataset.block) === block);
    return { block, place: inBlock.indexOf(before) + 1, x: Number(before.dataset.end) + 2 };
  }

  function blockUnder(event) {
    const found = document.elementFromPoint(event.clientX, event.clientY)?.closest("[data-drop-block]");
    for (const total of bench().querySelectorAll("[data-drop-block]")) total.classList.toggle("dropping", total === found);
    if (!found) return null;
    return { block: Number(found.dataset.dropBlock), place: Number(found.dataset.dropPlace), x: null };
  }

  function lift() {
    drag.lifted = true;
    drag.plank.classList.add("lifted");
    drag.plank.setPointerCapture?.(drag.pointer);
  }

  function show(event) {
    drag.slot = blockUnder(event) ?? slotAt(atX(event));
    const line = document.getElementById("drop-line");
    const visible = drag.slot && drag.slot.x !== null;
    line.setAttribute("visibility", visible ? "visible" : "hidden");
    if (visible) {
      line.setAttribute("x1", drag.slot.x);
      line.setAttribute("x2", drag.slot.x);
    }
  }

  function putDown() {
    if (!drag) return;
    clearTimeout(drag.timer);
    drag.plank.classList.remove("lifted");
    document.getElementById("drop-line")?.setAttribute("visibility", "hidden");
    for (const total of bench().querySelectorAll(".dropping")) total.classList.remove("dropping");
    drag = null;
  }

  document.addEventListener("pointerdown", (event) => {
    const plank = event.target.closest?.(".bench-scroll .plank");
    if (!plank || event.button !== 0) return;
    drag = { plank, pointer: event.pointerId, startX: event.clientX, startY: event.clientY, lifted: false, slot: null };
    if (event.pointerType === "touch") drag.timer = setTimeout(() => drag && lift(), LONG_PRESS);
  });

  document.addEventListener("pointermove", (event) => {
    if (!drag || event.pointerId !== drag.pointer) return;
    const far = Math.hypot(event.clientX - drag.startX, event.clientY - drag.startY) > THRESHOLD;
    if (!drag.lifted && far && event.pointerType === "touch") return putDown();
    if (!drag.lifted && far) lift();
    if (drag.lifted) show(event);
  });

  document.addEventListener("pointerup", (event) => {
    if (!drag || event.pointerId !== drag.pointer) return;
    const { plank, slot, lifted } = drag;
    putDown();
    if (!lifted) return;
    swallowClick = true;
    setTimeout(() => (swallowClick = false), 0);
    if (!slot) return;
    const values = { item: plank.dataset.item, exercise: plank.dataset.exercise, chosen: plank.dataset.item, block: slot.block, place: slot.place, seen: bench().dataset.seen };
    window.htmx.ajax("POST", `${bench().dataset.do}move/`, { target: "#bench", swap: "outerHTML", source: "#bench", values });
  });

  document.addEventListener("pointercancel", putDown);
  document.addEventListener("dragstart", (event) => event.target.closest?.(".plank") && event.preventDefault());
  document.addEventListener("touchmove", (event) => drag?.lifted && event.preventDefault(), { passive: false });
  document.addEventListener("keydown", (event) => event.key === "Escape" && putDown());
  document.addEventListener(
    "click",
    (event) => {
      if (!swallowClick) return;
      event.preventDefault();
      event.stopPropagation();
      swallowClick = false;
    },
    true,
  );
}
