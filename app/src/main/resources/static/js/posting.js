// Forms that post in place: bound to the document, so that a form works from the moment it stands there. A refused form stays
// as it was typed, with the reason beside it.
import { go, refresh } from "./view.js";
import { done } from "./undo.js";
import { Conflict, post } from "./server.js";
import { contentOf, settle } from "./typed.js";

/**
 * Sends a form, once at a time; what is typed into it while it is on its way stays.
 * @param send gives a promise of the events that the server answers with
 * @param after what is done then, with these events
 */
export async function sendForm(form, send, after) {
  if (form.dataset.sent) return;
  form.dataset.sent = "1";
  const sent = contentOf(form);
  try {
    const events = await send();
    settle(form, sent);
    await after(events);
  } catch (failure) {
    if (failure instanceof Conflict) showConflict(form, failure.markup);
    else showError(form, failure.message);
  } finally {
    // A form that stands there still can be sent again.
    delete form.dataset.sent;
  }
}

const submit = (form, submitter) =>
  sendForm(
    form,
    () => post(form.getAttribute("action"), new FormData(form, submitter)),
    async (events) => {
      form.dispatchEvent(new CustomEvent("saved", { bubbles: true }));
      if (events.leadto) return location.assign(events.leadto.url);
      if (events.said.words) done(events.said);
      await (form.dataset.then ? go(form.dataset.then) : refresh());
      if (events.made) select(events.made.key);
    },
  );

/** What was made is opened where a link of the view leads to it, or else takes the focus. */
function select(key) {
  const page = document.getElementById("view");
  const made = page.querySelector(`[data-opens="${CSS.escape(key)}"], #check-${CSS.escape(key)}`);
  if (made) {
    made.scrollIntoView({ block: "nearest", inline: "center" });
    return made.focus();
  }
  const isOf = (link) => [...new URL(link.href).searchParams.values()].includes(key);
  return [...page.querySelectorAll("a[href]")].find(isOf)?.click();
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
