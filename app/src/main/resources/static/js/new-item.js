// The form with all fields of a new item: what is kept stays for the next one.
import { tell } from "./toasts.js";
import { done } from "./undo.js";
import { post, send } from "./server.js";
import { takeGiven } from "./typed.js";
import { go } from "./view.js";

const formOf = (node) => node.closest?.("[data-new-item]");
const controlsOf = (place) => [...place.querySelectorAll('[name="value"]')];

function filledIn(form) {
  const values = new URLSearchParams();
  ["field.title", "field.level", "field.kind"].forEach((name) => form.elements[name] && values.append(name, form.elements[name].value));
  for (const place of form.querySelectorAll("[data-new-field]"))
    for (const control of controlsOf(place))
      if (control.type !== "checkbox" || control.checked) values.append(`field.${place.dataset.newField}`, control.value);
  return values;
}

/** Puts what is wrong beside its field; what has no field here is told at the end of the form. */
function showProblems(form, { message, problems = [] }) {
  const places = [...form.querySelectorAll("[data-error-of]")];
  const placeOf = (name) => places.find((place) => place.dataset.errorOf === name) ?? places.at(-1);
  places.forEach((place) => (place.textContent = ""));
  if (!problems.length) places.at(-1).textContent = message;
  for (const one of problems) placeOf(one.field).textContent += `${one.message} `;
  const first = places.find((place) => place.textContent);
  first?.parentElement.querySelector("input:not([type=hidden]), select, textarea")?.focus();
}

async function attach(key, files) {
  for (const file of files)
    await send(`/items/${key}/files?name=${encodeURIComponent(file.name)}`, file).catch((failure) =>
      tell(`“${file.name}” is not attached: ${failure.message}`, true),
    );
}

/** Ready for the next one: what is to be kept stays, unless all of it has been saved for good. */
function empty(form, all) {
  form.elements["field.title"].value = "";
  form.querySelector("[data-new-files]").value = "";
  for (const place of form.querySelectorAll("[data-new-field]")) {
    if (!all && place.querySelector(".keep-field input").checked) continue;
    for (const control of controlsOf(place)) {
      takeGiven(control);
    }
  }
  form.elements["field.title"].focus();
}

async function save(form, another) {
  if (form.dataset.sent) return;
  form.dataset.sent = "1";
  try {
    const files = [...form.querySelector("[data-new-files]").files];
    const events = await post(form.getAttribute("action"), filledIn(form));
    form.querySelectorAll("[data-error-of]").forEach((place) => (place.textContent = ""));
    await attach(events.itemadded.key, files);
    empty(form, !another);
    if (!another) return location.assign(`/items/${events.itemadded.key}`);
    done(events.said);
  } catch (failure) {
    showProblems(form, failure);
  } finally {
    delete form.dataset.sent;
  }
}

document.addEventListener("submit", (event) => {
  const form = formOf(event.target);
  if (!form) return;
  event.preventDefault();
  save(form, event.submitter?.name === "another");
});

document.addEventListener("keydown", (event) => {
  const form = formOf(event.target);
  if (!form || event.key !== "Enter" || !(event.ctrlKey || event.metaKey)) return;
  event.preventDefault();
  form.querySelector("[name=another]").click();
});

// Another level or kind has other fields; what was typed into those that stay is kept.
document.addEventListener("change", (event) => {
  const form = event.target.matches?.("[data-new-as]") && formOf(event.target);
  if (!form) return;
  const address = new URL(form.action);
  const level = form.elements["field.level"].value;
  const kind = event.target.dataset.newAs === "level" ? "" : (form.elements["field.kind"]?.value ?? "");
  go(`${address.pathname}?level=${encodeURIComponent(level)}&kind=${encodeURIComponent(kind)}`);
});
