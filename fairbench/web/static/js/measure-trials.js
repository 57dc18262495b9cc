// The trials of a test: a figure goes into the first that is empty.

export const fields = (form) => [...form.querySelectorAll(".trials input")];
export const next = (form) => fields(form).find((field) => field.value.trim() === "");

export function fill(form, value) {
  const field = next(form);
  if (!field) return false;
  field.value = value;
  field.dispatchEvent(new Event("change", { bubbles: true }));
  return true;
}

export function goesTo(form) {
  const field = next(form);
  if (!field) return "Every trial has a figure.";
  const side = field.closest("fieldset").querySelector("legend")?.textContent.trim();
  const words = field.closest("label").querySelector("span").textContent.trim();
  return `Goes to: ${[side, words].filter(Boolean).join(", ")}`;
}
