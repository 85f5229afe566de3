// Comments and watching. What is being written stays through every refresh.
import { refresh } from "./view.js";
import { post } from "./server.js";
import { tell, tellDone } from "./toasts.js";

async function say(form) {
  if (form.dataset.sent) return;
  form.dataset.sent = "1";
  const error = form.querySelector(".error");
  try {
    const { said } = await post(form.getAttribute("action"), new FormData(form));
    form.elements.text.value = "";
    error.textContent = "";
    form.removeAttribute("data-field-form");
    tellDone(said);
    await refresh();
  } catch (failure) {
    error.textContent = failure.message;
    form.elements.text.focus();
  } finally {
    delete form.dataset.sent;
  }
}

async function act(url, values, offer) {
  try {
    const { said } = await post(url, values);
    tellDone(offer ? { ...said, operation: 1 } : said, offer);
    await refresh();
  } catch (failure) {
    tell(failure.message, true);
  }
}

document.addEventListener("submit", (event) => {
  if (!event.target.matches("[data-comment-form]")) return;
  event.preventDefault();
  say(event.target);
});

document.addEventListener("click", (event) => {
  const button = event.target.closest?.("[data-edit-comment], [data-remove-comment], [data-watch]");
  if (!button) return;
  const { editComment, removeComment, watch } = button.dataset;
  if (editComment)
    htmx.ajax("GET", `/comments/${editComment}/edit`, { source: button, target: `#comment-text-${editComment}`, swap: "innerHTML" });
  if (removeComment)
    act(`/comments/${removeComment}/remove`, {}, { words: "Bring it back", run: () => act(`/comments/${removeComment}/restore`, {}) });
  if (watch) act(`/items/${watch}/watch`, { on: button.getAttribute("aria-pressed") !== "true" });
});

document.addEventListener("keydown", (event) => {
  const form = event.target.closest?.("[data-comment-form]");
  if (form && event.key === "Enter" && (event.ctrlKey || event.metaKey)) {
    event.preventDefault();
    event.stopPropagation();
    say(form);
  }
});
