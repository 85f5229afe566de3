// One's own work: a state chosen in a row is saved at once, and arrows walk the rows.
import { post } from "./server.js";
import { tell } from "./toasts.js";
import { done } from "./undo.js";
import { refresh, view } from "./view.js";

document.addEventListener("change", async (event) => {
  const choice = event.target.closest?.("[data-work-state]");
  if (!choice) return;
  const { key } = choice.closest("[data-key]").dataset;
  try {
    done((await post(`/items/${key}/report`, { state: choice.value })).said);
  } catch (failure) {
    tell(failure.message, true);
  }
  await refresh();
  document.querySelector(`#card-${key} [data-work-state]`)?.focus();
});

document.addEventListener(
  "keydown",
  (event) => {
    if (!["work", "blocked"].includes(view()?.dataset.view) || event.altKey || event.ctrlKey || event.metaKey) return;
    if (!["ArrowDown", "ArrowUp"].includes(event.key) || event.target.matches("input, select, textarea, summary, button")) return;
    if (event.target.closest(".side-panel")) return;
    const links = [...document.querySelectorAll(".own-work .item-card .card-link")];
    const at = links.indexOf(event.target.closest(".item-card")?.querySelector(".card-link"));
    const next = links[at + (event.key === "ArrowDown" ? 1 : -1)];
    if (!next) return;
    event.preventDefault();
    event.stopPropagation();
    next.focus();
  },
  true,
);
