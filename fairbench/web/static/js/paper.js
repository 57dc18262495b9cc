// The buttons of a page that is meant for paper: print it, or copy its text.

document.querySelector("[data-print]").addEventListener("click", () => window.print());

document.querySelector("[data-copy]")?.addEventListener("click", async ({ currentTarget: button }) => {
  const text = document.getElementById(button.dataset.copy).textContent;
  const status = document.getElementById("status");
  try {
    await navigator.clipboard.writeText(text);
    button.textContent = "Copied";
  } catch {
    button.textContent = "Not copied: the browser does not allow it";
  }
  status.textContent = button.textContent;
});
