// The ways to show a plan: fit, roomy, running order. The choice is the browser's; without one, a narrow screen gets the
// running order. The server reads it from a cookie and draws accordingly.

const COOKIE = "bench-shown-as";
const NARROW = "(max-width: 799px)";
const A_YEAR = 365 * 24 * 3600;

const remembered = () => document.cookie.split("; ").find((one) => one.startsWith(`${COOKIE}=`));

export function isOrder(bench) {
  return bench().querySelector(".order") !== null;
}

function show(bench, way, plank = null) {
  document.cookie = `${COOKIE}=${way}; path=/plans/; max-age=${A_YEAR}; samesite=lax`;
  const done = window.htmx.ajax("GET", location.pathname, { target: "#bench", swap: "outerHTML", source: plank ?? "#bench" });
  const shown = () => document.querySelector(".order [aria-current]")?.scrollIntoView({ block: "center" });
  return done.then(shown, () => null); // a server that is away is told by the page
}

export function nextView(bench) {
  const ways = [...bench().querySelectorAll("[data-show-as]")];
  const at = ways.findIndex((way) => way.getAttribute("aria-pressed") === "true");
  return show(bench, ways[(at + 1) % ways.length].dataset.showAs);
}

// One press on a plank's number finds it in the running order; anywhere else on the plank chooses it. A narrow plank is
// hardly more than its number: there the first press chooses it, and the next one finds it.
function findInOrder(bench, whenFree) {
  document.addEventListener(
    "click",
    (event) => {
      // A plank that may be dragged is the target of every press on it, so the place says what was pressed.
      const pressed = event.detail > 0 ? document.elementFromPoint(event.clientX, event.clientY) : null;
      const plank = pressed?.closest(".plank-number, [aria-current] .plank-mark")?.closest(".plank");
      if (!plank) return;
      event.preventDefault();
      event.stopPropagation();
      whenFree(() => show(bench, "order", plank));
    },
    true,
  );
}

export function listenForViews(bench, whenFree) {
  findInOrder(bench, whenFree);
  document.addEventListener("click", (event) => {
    const way = event.target.closest?.("[data-show-as]")?.dataset.showAs;
    if (way) whenFree(() => show(bench, way));
  });
  if (!remembered() && window.matchMedia(NARROW).matches) whenFree(() => show(bench, "order"));
}
