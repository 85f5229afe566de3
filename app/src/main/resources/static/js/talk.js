// Comments and watching. What is being written stays through every refresh.
import { refresh } from "./view.js";
import { sendForm } from "./posting.js";
import { post } from "./server.js";
import { tell } from "./toasts.js";
import { done } from "./undo.js";

function say(form) {
  const url = form.getAttribute("action");
  const { value: text, defaultValue: before } = form.elements.text;
  return sendForm(
    form,
    () => post(url, new FormData(form)),
    ({ said }) => {
      const isEdited = form.matches("[data-field-form]");
      form.removeAttribute("data-field-form");
      form.dispatchEvent(new CustomEvent("saved", { bubbles: true }));
      done(isEdited ? { ...said, undo: url, redo: url, values: { text: before }, redoValues: { text } } : said);
      return refresh();
    },
  );
}

async function act(url, values) {
  try {
    done((await post(url, values)).said);
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
  if (removeComment) act(`/comments/${removeComment}/remove`, {});
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

// Whether changes stand among what was said is kept for the next item.
const WITH_CHANGES = "talk-with-changes";
function keepChanges() {
  document.querySelectorAll("[data-talk-changes]").forEach((box) => {
    box.checked = localStorage.getItem(WITH_CHANGES) === "yes";
  });
}
document.addEventListener("change", (event) => {
  if (event.target.matches?.("[data-talk-changes]")) localStorage.setItem(WITH_CHANGES, event.target.checked ? "yes" : "no");
});
addEventListener("DOMContentLoaded", keepChanges);
document.addEventListener("htmx:afterSwap", keepChanges);
