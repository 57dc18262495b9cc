// Without a connection the figures stay on the page, and are sent as soon as there is one.

const form = document.getElementById("trials");
const waits = document.getElementById("not-sent");

form.addEventListener("submit", (event) => {
  const away = !navigator.onLine;
  waits.hidden = !away;
  if (away) event.preventDefault();
});

addEventListener("online", () => {
  if (!waits.hidden) form.requestSubmit();
});
