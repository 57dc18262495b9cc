// The drawers over the controls: another version, a note, sound, the end. One is open at a time.

const part = (id) => document.getElementById(id);
let opener = null;

export function openDrawer(id, button) {
  closeDrawers();
  opener = button;
  part(id).hidden = false;
  part(id).querySelector("button:not([disabled]), textarea")?.focus();
}

export function closeDrawers() {
  for (const drawer of document.querySelectorAll(".teach-drawer")) drawer.hidden = true;
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

  function allow() {
    part("note-keep").disabled = !(who && part("note-text").value.trim());
    for (const button of quick) button.disabled = !who;
  }

  // One tap on what was seen saves it; there is nothing to type.
  function keep(text) {
    outbox.add("noted", { item: player.step?.item ?? "", participant: who, text });
    part("note-text").value = "";
    who = null;
    for (const button of buttons) button.setAttribute("aria-pressed", "false");
    allow();
    closeDrawers();
  }

  part("note-who").replaceChildren(...buttons);
  part("note-text").addEventListener("input", allow);
  part("note-keep").addEventListener("click", () => keep(part("note-text").value.trim()));
  for (const button of quick) button.addEventListener("click", () => keep(button.textContent.trim()));
}

// Stop signs: whom to call for each person, and a note of what happened that is kept apart.
export function listenForIncidents(player, outbox) {
  let who = null;
  const rows = player.score.people.map((person) => {
    const row = document.createElement("li");
    row.dataset.person = person.id;
    const button = Object.assign(document.createElement("button"), { className: "teach-button", textContent: person.name, dir: "auto" });
    button.setAttribute("aria-pressed", "false");
    button.addEventListener("click", () => {
      who = who === person.id ? null : person.id;
      for (const other of rows) other.firstChild.setAttribute("aria-pressed", String(other === row && who !== null));
    });
    row.append(button, Object.assign(document.createElement("span"), { textContent: person.emergency || "no one to call on record" }));
    return row;
  });
  part("signs-people").replaceChildren(...rows);
  part("incident-text").addEventListener("input", () => (part("incident-keep").disabled = !part("incident-text").value.trim()));
  part("incident-keep").addEventListener("click", () => {
    outbox.add("incident", { item: player.step?.item ?? "", participant: who, text: part("incident-text").value.trim() });
    part("incident-text").value = "";
    part("incident-keep").disabled = true;
    who = null;
    for (const row of rows) row.firstChild.setAttribute("aria-pressed", "false");
    closeDrawers();
  });
}
