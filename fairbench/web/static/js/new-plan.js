// A ready class brings its own length; whoever wants another writes it afterwards. How much of each a group would do goes
// as soon as another group is chosen, until it is known of that one.

document.addEventListener("change", (event) => {
  const { length } = event.target.dataset ?? {};
  if (event.target.name === "template" && length) document.getElementById("length").value = length;
  if (event.target.id === "group") for (const told of document.querySelectorAll(".group-share")) told.textContent = "";
});
