// Comments and watching. What is being written stays through every refresh.
import { refresh } from "./view.js";
import { sendForm } from "./posting.js";
import { post } from "./server.js";
import { tell, tellDone } from "./toasts.js";

const say = (form) =>
  sendForm(
    form,
    () => post(form.getAttribute("action"), new FormData(form)),
    ({ said }) => {
      form.removeAttribute("data-field-form");
      form.dispatchEvent(new CustomEvent("saved", { bubbles: true }));
      tellDone(said);
      return refresh();
    },
  );

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
