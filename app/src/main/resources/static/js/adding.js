// Add fields: a title and Enter, and the field is free for the next title at once. Titles are sent one after the other, in the
// order in which they were typed; a refused one comes back with the reason.
import { go, refresh } from "./view.js";
import { tell } from "./toasts.js";
import { done } from "./undo.js";
import { post } from "./server.js";
import { holdKeys } from "./typing-ahead.js";

let sending = Promise.resolve();

function submit(form, goDown) {
  const values = Object.fromEntries(new FormData(form));
  form.elements.title.value = "";
  showError(form, "");
  const sent = sending.then(() => send(form, values, goDown));
  sending = sent.catch(() => {});
  // The next title is for the field that comes: it is typed while that is still on its way.
  if (goDown) holdKeys(sent);
}

async function send(form, values, goDown) {
  try {
    const events = await post("/items/add", { ...values, after: form.dataset.after ?? "" });
    const { key } = events.itemadded;
    done(events.said);
    if (form.dataset.after || values.to === "first") form.dataset.after = key;
    return await (goDown ? goTo(key) : refresh());
  } catch (failure) {
    giveBack(form, values.title, failure.message);
    return goDown ? form.elements.title : null;
  }
}

async function goTo(key) {
  const url = new URL(location.href);
  url.searchParams.set("at", key);
  document.activeElement.blur();
  await go(url.pathname + url.search);
  const field = document.querySelector(`[data-add-under="${key}"] [name=title]`);
  field?.focus();
  return field;
}

function giveBack(form, typed, words) {
  const { title } = form.elements;
  if (title.value === "") {
    title.value = typed;
    showError(form, words);
  } else {
    tell(`Not added: “${typed}”. ${words}`, true);
  }
}

function showError(form, words) {
  form.querySelector(".error").textContent = words;
  form.elements.title.toggleAttribute("aria-invalid", false);
  if (words) form.elements.title.setAttribute("aria-invalid", "true");
}

document.addEventListener("submit", (event) => {
  if (!event.target.matches("[data-add]")) return;
  event.preventDefault();
  submit(event.target, false);
});

document.addEventListener("keydown", (event) => {
  const form = event.target.closest?.("[data-add]");
  if (!form || event.target.name !== "title") return;
  if (event.key === "Enter" && event.shiftKey) {
    event.preventDefault();
    submit(form, true);
  }
  if (event.key === "Escape") {
    event.target.value = "";
    form.closest("[data-column]")?.querySelector(".is-picked .card-link, .card-link")?.focus();
  }
});

document.addEventListener("focusout", (event) => {
  const form = event.target.closest?.("[data-add]");
  if (form && !form.contains(event.relatedTarget)) delete form.dataset.after;
});
