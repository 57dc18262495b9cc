// While people arrive, the figures of the class are fetched, one after another, so that the counting screen is ready as
// soon as the class begins. Nobody waits for it: what fails here is fetched by the counting screen itself.

const { prepare } = document.querySelector("script[data-prepare]").dataset;

async function fetchAll() {
  const answer = await fetch(prepare, { priority: "low" });
  if (!answer.ok) return;
  for (const film of (await answer.json()).films) await fetch(film, { priority: "low" });
  document.body.dataset.prepared = "yes";
}

fetchAll().catch(() => (document.body.dataset.prepared = "no"));
