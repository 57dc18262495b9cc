// The drawers over the controls: another version, a note, sound, the end. One is open at a time.

const part = (id) => document.getElementById(id);
let opener = null;

// What a drawer covers cannot be reached while it is open; one that stands beside the count leaves it in reach.
function setBehind(inert) {
  for (const behind of document.querySelectorAll(".teach-top, .teach-body, .teach-people, .teach-controls")) behind.inert = inert;
}

export function openDrawer(id, button) {
  closeDrawers();
  opener = button;
  part(id).hidden = false;
  setBehind(!part(id).matches(".beside") || window.innerWidth < 900);
  const first = part(id).querySelector("[data-first]") ?? part(id).querySelector("button:not([disabled]), textarea");
  first?.focus();
}

export function closeDrawers() {
  for (const drawer of document.querySelectorAll(".teach-drawer")) drawer.hidden = true;
  setBehind(false);
  opener?.focus();
  opener = null;
}

export function anyDrawerOpen() {
  return document.querySelector(".teach-drawer:not([hidden])") !== null;
}

export function fillVersions(player) {
  const choices = player.item.others
    .filter((version) => version.id !== player.version.id)
    .map((version) => {
      const button = Object.assign(document.createElement("button"), { className: "teach-button", textContent: version.name });
      const small = Object.assign(document.createElement("small"), { textContent: `${version.change} ${version.dose}` });
      button.append(small);
      button.addEventListener("click", () => {
        player.swap(version.id);
        closeDrawers();
      });
      return button;
    });
  part("swap-choices").replaceChildren(...choices);
}

export function listenForNotes(player, outbox) {
  let who = null;
  const called = (id) => player.score.people.find((person) => person.id === id)?.name ?? "";
  const buttons = player.score.people.map((person) => {
    const button = Object.assign(document.createElement("button"), { className: "teach-button", textContent: person.name, dir: "auto" });
    button.dataset.person = person.id;
    button.setAttribute("aria-pressed", "false");
    button.addEventListener("click", () => {
      who = person.id;
      for (const other of buttons) other.setAttribute("aria-pressed", String(other === button));
      allow();
      quick[0].focus();
    });
    return button;
  });

  const quick = [...part("note-quick").children];
  const pain = quick.find((button) => button.dataset.mark === "pain");

  function showPlaces(on) {
    part("note-places").hidden = !on;
    pain.setAttribute("aria-expanded", String(on));
    if (on) part("note-places").firstElementChild.focus();
  }

  function allow() {
    part("note-keep").disabled = !(who && part("note-text").value.trim());
    for (const button of quick) button.disabled = !who;
  }

  // One tap on what was seen saves it; there is nothing to type.
  function keep(text, details = {}) {
    outbox.add("noted", { item: player.step?.item ?? "", participant: who, text, ...details });
    if (details.mark === "tingling") part("spoken").textContent = `${called(who)} stops this exercise; talk first next time.`;
    part("note-text").value = "";
    who = null;
    showPlaces(false);
    for (const button of buttons) button.setAttribute("aria-pressed", "false");
    allow();
    closeDrawers();
  }

  part("note-who").replaceChildren(...buttons);
  part("note-text").addEventListener("input", allow);
  part("note-keep").addEventListener("click", () => keep(part("note-text").value.trim()));
  for (const button of quick) {
    const words = button.textContent.trim();
    if (button === pain) button.addEventListener("click", () => showPlaces(part("note-places").hidden));
    else button.addEventListener("click", () => keep(words, { mark: button.dataset.mark }));
  }
  for (const button of part("note-places").children) {
    const { place } = button.dataset;
    button.addEventListener("click", () => keep(place ? `Pain: ${place}` : "Pain", { mark: "pain", place }));
  }
}
