// What every page does: say so when the server cannot be reached or answers with an error.

const banner = document.getElementById("lost-touch");

function show(text) {
  banner.textContent = text;
  banner.hidden = false;
}

document.body.addEventListener("htmx:sendError", () => {
  show("The server cannot be reached. What you see is kept; your last change was not saved. Try it again in a moment.");
});

document.body.addEventListener("htmx:responseError", (event) => {
  const status = event.detail.xhr.status;
  if (status === 403) show("You are signed out, or may not do that. Nothing was changed. Reload the page to sign in.");
  else if (status === 404) show("That is no longer there. Nothing was changed. Reload the page to see how things stand.");
  else show("Something broke on the server. Your last change was not saved; everything before it is kept.");
});

document.body.addEventListener("htmx:afterRequest", (event) => {
  if (event.detail.successful) banner.hidden = true;
});
