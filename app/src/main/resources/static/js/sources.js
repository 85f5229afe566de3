// Filling a team's queue: work of its products and requests of its intake lists, dragged between the rows of the list or taken up
// at its end.
import { subjects } from "./selection.js";
import { beside, rowUnder } from "./ladder-drag.js";
import { move } from "./moving.js";
import { done } from "./undo.js";
import { refresh, view } from "./view.js";
import { post } from "./server.js";
import { tell } from "./toasts.js";

let entry = null;
let drop = null;

async function act(url, values) {
  try {
    done((await post(`/${view().dataset.product}/rank/intake/${url}`, values)).said);
    await refresh();
  } catch (failure) {
    tell(failure.message, true);
  }
}

function clearMarks() {
  document
    .querySelectorAll(".ranked .drop-before, .ranked .drop-after, .ranked .drop-into")
    .forEach((row) => row.classList.remove("drop-before", "drop-after", "drop-into"));
  drop = null;
}

document.addEventListener("dragstart", (event) => {
  entry = event.target.closest?.(".intake-card")?.dataset.entry ?? null;
  if (entry) event.dataTransfer.setData("text/plain", entry);
});
document.addEventListener("dragover", (event) => {
  if (!entry) return;
  clearMarks();
  const head = event.target.closest?.(".ranked .rank-head");
  const row = event.target.closest?.(".ranked .item-row");
  if (head && rowUnder(head)) {
    event.preventDefault();
    head.classList.add("drop-into");
    return void (drop = { aheadOf: rowUnder(head).dataset.key });
  }
  if (!row && !event.target.closest?.("[data-outline-scroll]")) return;
  event.preventDefault();
  if (!row) return void (drop = {});
  const box = row.getBoundingClientRect();
  const share = (event.clientY - box.top) / box.height;
  row.classList.add(share < 0.5 ? "drop-before" : "drop-after");
  drop = beside(row, share);
});
document.addEventListener("drop", (event) => {
  if (!entry || !drop) return;
  event.preventDefault();
  act("take-up", { entries: entry, ...drop });
});
document.addEventListener("dragend", () => {
  clearMarks();
  entry = null;
});

document.addEventListener("click", (event) => {
  const card = event.target.closest?.(".intake-card, .source-card");
  if (!card) return;
  const last = [...document.querySelectorAll(".ranked .item-row")].at(-1)?.dataset.key;
  if (event.target.closest("[data-take-up]")) act("take-up", { entries: card.dataset.entry });
  if (event.target.closest("[data-entry-drop]")) act(`entries/${card.dataset.entry}/drop`, {});
  if (event.target.closest("[data-join]")) move(subjects(card.dataset.key), last ? { to: "last" } : { position: 1 });
});
