// Setting a board up: states are dragged from column to column, columns merged and moved.
import { post } from "./server.js";
import { tell } from "./toasts.js";
import { done } from "./undo.js";
import { refresh } from "./view.js";

async function act(url, values = {}) {
  try {
    done((await post(url, values)).said);
  } catch (failure) {
    tell(failure.message, true);
  }
  await refresh();
}

const statesUrl = () => document.querySelector("[data-state-put]").dataset.url;

document.addEventListener("click", (event) => {
  const deed = event.target.closest?.("[data-deed]");
  if (deed) return act(deed.dataset.url, Object.fromEntries(new URLSearchParams(deed.dataset.values ?? "")));
  if (!event.target.closest?.("[data-state-put]")) return;
  const place = document.querySelector("[data-state-choice]").value;
  act(statesUrl(), { place, column: document.querySelector("[data-state-column]").value });
});

document.addEventListener("change", (event) => {
  const merge = event.target.closest?.("[data-merge]");
  if (merge?.value) act(merge.dataset.url, { into: merge.value });
});

let chip = null;
document.addEventListener("dragstart", (event) => {
  const it = event.target.closest?.(".setup-chip");
  if (!it) return;
  chip = it.dataset.place;
  event.dataTransfer.effectAllowed = "move";
  event.dataTransfer.setData("text/plain", chip);
});
document.addEventListener("dragover", (event) => {
  if (!chip) return;
  document.querySelectorAll(".setup-column.drop-into").forEach((one) => one.classList.remove("drop-into"));
  const column = event.target.closest?.("[data-setup-column]");
  if (!column) return;
  column.classList.add("drop-into");
  event.preventDefault();
});
document.addEventListener("drop", (event) => {
  const column = chip && event.target.closest?.("[data-setup-column]");
  if (!column) return;
  event.preventDefault();
  act(statesUrl(), { place: chip, column: column.dataset.setupColumn });
});
document.addEventListener("dragend", () => {
  chip = null;
  document.querySelectorAll(".setup-column.drop-into").forEach((one) => one.classList.remove("drop-into"));
});

// By keyboard: left and right take a state to the column beside.
document.addEventListener("keydown", (event) => {
  const it = event.target.closest?.(".setup-chip");
  if (!it || !["ArrowLeft", "ArrowRight"].includes(event.key)) return;
  event.preventDefault();
  const columns = [...document.querySelectorAll("[data-setup-column]")];
  const to = columns[columns.indexOf(it.closest("[data-setup-column]")) + (event.key === "ArrowLeft" ? -1 : 1)];
  const { place } = it.dataset;
  if (!to) return;
  act(statesUrl(), { place, column: to.dataset.setupColumn }).then(() => document.querySelector(`[data-place="${place}"]`)?.focus());
});
