// Keeps the open view true: what is being typed survives a refresh, failures are told, focus finds its way back.
import { drawSelection } from "./selection.js";

const isBeingEdited = (node) =>
  (node.classList?.contains("value-field") && node.querySelector("[data-field-form]")) ||
  (node.matches?.("[data-add]") && node.contains(document.activeElement));

Idiomorph.defaults.callbacks.beforeNodeMorphed = (old) => (old.nodeType === 1 && isBeingEdited(old) ? false : undefined);

export function tell(words, trouble = false) {
  const toast = document.createElement("p");
  toast.className = trouble ? "toast is-trouble" : "toast";
  toast.textContent = words;
  document.getElementById("toasts").append(toast);
  setTimeout(() => toast.remove(), trouble ? 12000 : 4000);
}

/** Shows a failure where it was caused, or at the foot of the page where there is no place for it. */
function tellFailure(source, words) {
  const form = source.closest("form");
  const place = form?.querySelector(".error");
  if (!place) {
    tell(words, true);
    return;
  }
  place.textContent = words;
  form.querySelectorAll("input:not([type=hidden]), select, textarea").forEach((control) => control.setAttribute("aria-invalid", "true"));
}

/** Opens a place of the current view. */
export function go(url) {
  return htmx.ajax("GET", url, { target: "#view", swap: "morph:outerHTML", push: url });
}

let focused = "";
document.addEventListener("focusin", (event) => {
  focused = event.target.closest?.(".item-card, .side-panel, .knot") ? event.target.id || event.target.closest(".item-card")?.querySelector(".card-link")?.id || "" : "";
});

document.addEventListener("htmx:configRequest", (event) => {
  const { elt, parameters } = event.detail;
  if (elt.id === "view" || elt.matches(".card-link")) {
    const shown = [...document.querySelectorAll("[data-column]")]
      .map((column) => [column.dataset.column, column.querySelectorAll(".item-card").length])
      .filter(([, count]) => count > 100);
    if (shown.length) parameters.shown = shown.map((pair) => pair.join(":")).join(",");
  }
});

document.addEventListener("htmx:responseError", (event) => {
  const { xhr, elt } = event.detail;
  const plain = (xhr.getResponseHeader("Content-Type") ?? "").startsWith("text/plain");
  tellFailure(elt, plain ? xhr.responseText : "That did not work; nothing was changed. Try again in a moment.");
});
document.addEventListener("htmx:sendError", (event) => tellFailure(event.detail.elt, "The server cannot be reached. What you typed is still here; try again."));
document.addEventListener("said", (event) => tell(event.detail.words));

document.addEventListener("htmx:afterSettle", () => {
  drawSelection();
  if (document.activeElement === document.body && focused) document.getElementById(focused)?.focus();
});
document.addEventListener("htmx:afterSwap", (event) => {
  if (event.detail.target.id !== "view") return;
  const columns = document.querySelector("[data-columns]");
  if (columns) columns.scrollLeft = columns.scrollWidth;
});
addEventListener("DOMContentLoaded", () => {
  const columns = document.querySelector("[data-columns]");
  if (columns) columns.scrollLeft = columns.scrollWidth;
});

document.addEventListener("submit", (event) => {
  const back = event.target.matches("[data-back]") && event.target.elements.back;
  if (back) back.value = location.pathname + location.search;
}, true);
document.addEventListener("click", (event) => {
  if (event.target.closest("[data-open-keys]")) document.getElementById("keys").showModal();
  document.querySelectorAll("details.choice[open]").forEach((open) => open.contains(event.target) || open.removeAttribute("open"));
});
document.addEventListener("keydown", (event) => {
  if (event.target.matches("input, select, textarea") || event.ctrlKey || event.altKey || event.metaKey) return;
  if (event.key === "?") document.getElementById("keys").showModal();
  if (event.key === "/") {
    event.preventDefault();
    document.getElementById("find")?.focus();
  }
});
