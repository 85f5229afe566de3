// Forms that post in place: bound to the document, so that a form works from the moment it stands there. A refused form stays
// as it was typed, with the reason beside it.
import { go, refresh } from "./view.js";
import { done } from "./undo.js";
import { Conflict, post } from "./server.js";

async function submit(form, submitter) {
  if (form.dataset.sent) return;
  form.dataset.sent = "1";
  try {
    const events = await post(form.getAttribute("action"), new FormData(form, submitter));
    form.dispatchEvent(new CustomEvent("saved", { bubbles: true }));
    if (events.leadto) return location.assign(events.leadto.url);
    if (events.said.words) done(events.said);
    if (form.dataset.then) await go(form.dataset.then);
    else await refresh();
    // A form that stands there still can be sent again.
    if (form.isConnected && !form.matches("[data-field-form]")) settle(form);
  } catch (failure) {
    delete form.dataset.sent;
    if (failure instanceof Conflict) showConflict(form, failure.markup);
    else showError(form, failure.message);
  }
}

function settle(form) {
  delete form.dataset.sent;
  if (form.matches("[data-emptied]")) form.reset();
}

function showError(form, words) {
  form.querySelector(".error").textContent = words;
  const control = form.querySelector("input:not([type=hidden]), select, textarea");
  control?.setAttribute("aria-invalid", "true");
  control?.focus();
}

/** Both values, to choose from: theirs leaves the field, mine is sent once more as having seen theirs. */
function showConflict(form, markup) {
  const place = form.querySelector(".conflict-place");
  place.innerHTML = markup;
  place.querySelector("[data-keep-mine]").focus();
}

document.addEventListener("click", (event) => {
  const form = event.target.closest?.("[data-keep-mine]")?.closest("form");
  if (!form) return;
  form.elements.seen.value = form.querySelector("[data-seen]").dataset.seen;
  form.querySelector(".conflict-place").replaceChildren();
  form.requestSubmit();
});

document.addEventListener("submit", (event) => {
  if (!event.target.matches("[data-post]")) return;
  event.preventDefault();
  submit(event.target, event.submitter);
});
