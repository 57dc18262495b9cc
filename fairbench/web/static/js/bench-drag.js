// Dragging: a plank or a row to another place, or an exercise of the shelf onto the bench, by mouse, pen or a long press.
// The key twin of the first is Alt with an arrow; that of the second, choosing where it goes and adding it there.

const THRESHOLD = 6;
const LONG_PRESS = 350;
const DRAGGED = ".bench-scroll .plank, .order-row, [data-add-exercise]";

// Where something dropped at a place along a line of things would go: after the last one whose middle was passed.
export function slotAmong(things, at) {
  let before = null;
  for (const thing of things) {
    if ((thing.from + thing.to) / 2 < at) before = thing;
    else break;
  }
  const first = things[0];
  if (!before) return first ? { block: first.block, place: 0, edge: first.from - 3 } : null;
  const inBlock = things.filter((thing) => thing.block === before.block);
  return { block: before.block, place: inBlock.indexOf(before) + 1, edge: before.to + 2 };
}

export function listenForDrag(bench) {
  let drag = null;
  let swallowClick = false;

  const line = () => document.getElementById("drop-line");

  // The planks along the axis or the rows down the list, but for the one that is dragged.
  function slotAt(event) {
    const rows = [...bench().querySelectorAll(".order-row")].filter((row) => row !== drag.thing);
    if (rows.length) {
      const things = rows.map((row) => {
        const box = row.getBoundingClientRect();
        return { block: Number(row.dataset.block), from: box.top, to: box.bottom, row };
      });
      const slot = slotAmong(things, event.clientY);
      return slot && { ...slot, row: things.find((thing) => thing.from - 3 === slot.edge || thing.to + 2 === slot.edge).row };
    }
    const svg = line()?.ownerSVGElement;
    if (!svg) return null;
    const { x } = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM().inverse());
    const planks = [...bench().querySelectorAll(".plank[data-round='1']")].filter((plank) => plank !== drag.thing);
    return slotAmong(planks.map(({ dataset }) => ({ block: Number(dataset.block), from: Number(dataset.x), to: Number(dataset.end) })), x);
  }

  function blockUnder(event) {
    const found = document.elementFromPoint(event.clientX, event.clientY)?.closest("[data-drop-block]");
    for (const total of bench().querySelectorAll("[data-drop-block]")) total.classList.toggle("dropping", total === found);
    if (!found) return null;
    return { block: Number(found.dataset.dropBlock), place: Number(found.dataset.dropPlace), edge: null };
  }

  function lift() {
    drag.lifted = true;
    drag.thing.classList.add("lifted");
    if (drag.fromShelf) document.getElementById("shelf").classList.add("aside");
    else drag.thing.setPointerCapture?.(drag.pointer);
  }

  function clearMarks() {
    line()?.setAttribute("visibility", "hidden");
    for (const marked of bench().querySelectorAll(".dropping, .drop-before, .drop-after")) {
      marked.classList.remove("dropping", "drop-before", "drop-after");
    }
  }

  function show(event) {
    clearMarks();
    const overBench = !drag.fromShelf || document.elementFromPoint(event.clientX, event.clientY)?.closest(".bench-main");
    drag.slot = overBench ? (blockUnder(event) ?? slotAt(event)) : null;
    if (!drag.slot || drag.slot.edge === null) return;
    if (drag.slot.row) return drag.slot.row.classList.add(drag.slot.place ? "drop-after" : "drop-before");
    line().setAttribute("visibility", "visible");
    for (const end of ["x1", "x2"]) line().setAttribute(end, drag.slot.edge);
  }

  function putDown() {
    if (!drag) return;
    clearTimeout(drag.timer);
    drag.thing.classList.remove("lifted");
    document.getElementById("shelf").classList.remove("aside");
    clearMarks();
    drag = null;
  }

  document.addEventListener("pointerdown", (event) => {
    const thing = event.target.closest?.(DRAGGED);
    if (!thing || event.button !== 0 || event.target.closest(".order-edit")) return;
    const fromShelf = thing.matches("[data-add-exercise]");
    drag = { thing, fromShelf, pointer: event.pointerId, startX: event.clientX, startY: event.clientY, lifted: false, slot: null };
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
    const { thing, slot, lifted, fromShelf } = drag;
    putDown();
    if (!lifted) return;
    swallowClick = true;
    setTimeout(() => (swallowClick = false), 0);
    if (!slot) return;
    const { seen } = bench().dataset;
    const { item, exercise, addExercise, addVersion } = thing.dataset;
    const where = { block: slot.block, place: slot.place, seen };
    const values = fromShelf
      ? { ...where, exercise: addExercise, version: addVersion, chosen: bench().dataset.chosen }
      : { ...where, item, exercise, chosen: item };
    const verb = fromShelf ? "add" : "move";
    window.htmx.ajax("POST", `${bench().dataset.do}${verb}/`, { target: "#bench", swap: "outerHTML", source: "#bench", values });
  });

  document.addEventListener("pointercancel", putDown);
  document.addEventListener("dragstart", (event) => event.target.closest?.(DRAGGED) && event.preventDefault());
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
