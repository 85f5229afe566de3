// Editing in place: Enter or leaving a field saves it, Escape leaves it as it was.
import { refresh } from "./view.js";
import { holdKeys } from "./typing-ahead.js";

/** Puts the form for a field in the place of its value. */
export function edit(field, key, name) {
  const opened = htmx.ajax("GET", `/items/${key}/edit/${name}`, { source: field, target: field, swap: "innerHTML" });
  return holdKeys(opened.then(() => control(field)));
}

document.addEventListener("click", (event) => {
  const button = event.target.closest?.("[data-edit]");
  if (button) edit(button.closest(".value-field"), button.closest("[data-key]").dataset.key, button.dataset.edit);
});

function cancel(form, focusBack = true) {
  const field = form.closest(".value-field");
  form.dataset.sent = "left";
  form.remove();
  if (focusBack)
    (field?.closest(".outline td") ?? field?.closest(".item-card, .item-panel")?.querySelector(".card-link, .in-place"))?.focus();
  refresh();
}

function control(form) {
  return form.querySelector("[name=value]:not([type=hidden])");
}

const isUnchanged = (input) =>
  input.matches("select")
    ? [...input.options].every((option) => option.selected === option.defaultSelected)
    : input.value === input.defaultValue;

document.addEventListener("htmx:afterSwap", (event) => {
  const form = event.detail.target.querySelector?.("[data-field-form]");
  if (!form) return;
  const input = control(form);
  input.focus();
  if (input.matches("input[type=text]")) input.select();
});

document.addEventListener("keydown", (event) => {
  const form = event.target.closest?.("[data-field-form]");
  if (!form) return;
  if (event.key === "Escape") {
    event.preventDefault();
    cancel(form);
  }
  if (event.key === "Enter" && (event.target.matches("select") || (event.target.matches("textarea") && event.ctrlKey))) {
    event.preventDefault();
    form.requestSubmit();
  }
});

document.addEventListener("change", (event) => {
  const form = event.target.closest?.("[data-field-form][data-control=choice]");
  form?.requestSubmit();
});

document.addEventListener("focusout", (event) => {
  const form = event.target.closest?.("[data-field-form]");
  if (!form || !form.isConnected || form.contains(event.relatedTarget) || form.dataset.sent) return;
  if (["prose", "lines", "several"].includes(form.dataset.control) || form.querySelector(".conflict")) return;
  if (isUnchanged(control(form))) cancel(form, !event.relatedTarget);
  else form.requestSubmit();
});

document.addEventListener("click", (event) => {
  const form = event.target.closest("[data-cancel], [data-keep-theirs]")?.closest("[data-field-form]");
  if (form) cancel(form);
});

// Saved: the form makes room for the value that the refreshed view brings.
document.addEventListener("saved", (event) => event.target.removeAttribute("data-field-form"));
