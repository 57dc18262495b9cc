// A ready class brings its own length; whoever wants another writes it afterwards.

document.addEventListener("change", (event) => {
  const { length } = event.target.dataset ?? {};
  if (event.target.name === "template" && length) document.getElementById("length").value = length;
});
