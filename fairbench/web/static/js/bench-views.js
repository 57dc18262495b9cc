// The ways to show a plan: fit, roomy, running order. The choice is the browser's; without one, a narrow screen gets the
// running order. The server reads it from a cookie and draws accordingly.

const COOKIE = "bench-shown-as";
const NARROW = "(max-width: 799px)";
const A_YEAR = 365 * 24 * 3600;

const remembered = () => document.cookie.split("; ").find((one) => one.startsWith(`${COOKIE}=`));

export function isOrder(bench) {
  return bench().querySelector(".order") !== null;
}

function show(bench, way) {
  document.cookie = `${COOKIE}=${way}; path=/plans/; max-age=${A_YEAR}; samesite=lax`;
  const { chosen } = bench().dataset;
  const done = window.htmx.ajax("GET", location.pathname, { target: "#bench", swap: "outerHTML", source: "#bench", values: { chosen } });
  return done.then(() => document.querySelector(".order [aria-current]")?.scrollIntoView({ block: "center" }));
}

export function nextView(bench) {
  const ways = [...bench().querySelectorAll("[data-show-as]")];
  const at = ways.findIndex((way) => way.getAttribute("aria-pressed") === "true");
  return show(bench, ways[(at + 1) % ways.length].dataset.showAs);
}

export function listenForViews(bench, whenFree) {
  document.addEventListener("click", (event) => {
    const way = event.target.closest?.("[data-show-as]")?.dataset.showAs;
    if (way) whenFree(() => show(bench, way));
  });
  if (!remembered() && window.matchMedia(NARROW).matches) whenFree(() => show(bench, "order"));
}
