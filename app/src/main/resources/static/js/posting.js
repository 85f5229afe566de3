// Forms that post in place: bound to the document, so that a form works from the moment it stands there. A refused form stays
// as it was typed, with the reason beside it.
import { refresh, tell } from "./view.js";
import { post } from "./server.js";

async function submit(form) {
  if (form.dataset.sent) return;
  form.dataset.sent = "1";
  try {
    const events = await post(form.getAttribute("action"), new FormData(form));
    form.dispatchEvent(new CustomEvent("saved", { bubbles: true }));
    if (form.elements.keys.value.includes(",")) tell(events.said.words);
    await refresh();
  } catch (failure) {
    delete form.dataset.sent;
    showError(form, failure.message);
  }
}

function showError(form, words) {
  form.querySelector(".error").textContent = words;
  const control = form.querySelector("input:not([type=hidden]), select, textarea");
  control?.setAttribute("aria-invalid", "true");
  control?.focus();
}

document.addEventListener("submit", (event) => {
  if (!event.target.matches("[data-post]")) return;
  event.preventDefault();
  submit(event.target);
});
