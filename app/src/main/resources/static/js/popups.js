// Forms that fold out: opened, they take the focus; Esc folds them in again and a click beside them does for those that lie over
// the page; saved, they are done. What was typed stays in a form that is only folded in.
import { refresh } from "./view.js";

const POPUPS = "details.choice, details.paper-form, details.talk-reply, details.work-more, details.goal-forms";
const FIELD = "input:not([type=hidden]), select, textarea";

const summaryOf = (popup) => popup.querySelector(":scope > summary");
const isShown = (field) => field.checkVisibility();

export function fold(popup, focusBack = true) {
  popup.removeAttribute("open");
  if (focusBack) summaryOf(popup)?.focus();
}

// The event does not bubble, and also tells of what was open from the start; only what somebody opens takes the focus.
let opening = null;
document.addEventListener("click", (event) => {
  const popup = event.target.closest?.("summary")?.parentElement;
  opening = popup?.matches(POPUPS) && !popup.open ? popup : null;
});
document.addEventListener(
  "toggle",
  ({ target }) => {
    if (target !== opening || !target.open) return;
    opening = null;
    // What is agreed to there is of now, whatever was drawn before.
    if (target.dataset.now !== undefined) refresh();
    const form = target.querySelector("form[method=post]");
    [...(form?.querySelectorAll(FIELD) ?? [])].find(isShown)?.focus();
  },
  true,
);

document.addEventListener("keydown", (event) => {
  if (event.key !== "Escape" || event.defaultPrevented) return;
  const popup = event.target.closest?.(POPUPS.replaceAll("details", "details[open]"));
  if (!popup) return;
  event.preventDefault();
  fold(popup);
});

document.addEventListener("click", (event) => {
  document.querySelectorAll("details.choice[open]").forEach((open) => open.contains(event.target) || fold(open, false));
});

document.addEventListener("saved", (event) => {
  const popup = event.target.closest(POPUPS);
  // Readings and notes of a goal are written one after the other.
  if (popup?.matches("details.goal-forms")) return;
  if (popup && event.target.querySelector(FIELD)) fold(popup, popup.contains(document.activeElement));
});
