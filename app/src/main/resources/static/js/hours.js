// Hours worked are entered on a card itself: what is left goes down by them.
import { post } from "./server.js";
import { done } from "./undo.js";
import { refresh } from "./view.js";

/** Asks on the card how many hours somebody worked today. */
export function logHours(card) {
  const { key } = card.dataset;
  card.querySelector(".hours-form")?.remove();
  const form = Object.assign(document.createElement("form"), { className: "hours-form map-new", id: `hours-${key}` });
  form.dataset.typing = "";
  const field = Object.assign(document.createElement("input"), { name: "hours", autocomplete: "off", inputMode: "decimal" });
  field.setAttribute("aria-label", `Hours worked today on ${key}`);
  const words = Object.assign(document.createElement("span"), { className: "error" });
  words.setAttribute("role", "alert");
  form.append("Hours today", field, words);
  card.append(form);
  field.focus();
}

const close = (form) => {
  form.closest(".item-card")?.querySelector(".card-link")?.focus();
  form.remove();
};

document.addEventListener("submit", async (event) => {
  const form = event.target;
  if (!form.matches(".hours-form")) return;
  event.preventDefault();
  const hours = form.elements.hours.value.trim();
  const { key } = form.closest("[data-key]").dataset;
  if (!hours || form.dataset.sent) return;
  form.dataset.sent = "yes";
  try {
    done((await post(`/items/${key}/report`, { hours })).said);
    close(form);
    await refresh();
  } catch (failure) {
    delete form.dataset.sent;
    form.querySelector(".error").textContent = failure.message;
  }
});

document.addEventListener("keydown", (event) => {
  const form = event.key === "Escape" && event.target.closest?.(".hours-form");
  if (form) close(form);
});

document.addEventListener("focusout", (event) => {
  const form = event.target.closest?.(".hours-form");
  if (form && !form.elements.hours.value && !form.contains(event.relatedTarget)) form.remove();
});

document.addEventListener("click", (event) => {
  const button = event.target.closest?.("[data-log-hours]");
  if (button) logHours(button.closest(".item-card"));
});
