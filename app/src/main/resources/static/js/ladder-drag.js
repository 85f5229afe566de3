// Dragging cards: between others to order them, onto a card of a higher level to put them under it, onto a column to put them
// under that column's item. Several selected cards go together.
import { clearSelection, subjects, cardOf } from "./selection.js";
import { move } from "./moving.js";

let dragged = null;
let drop = null;

const levelsOf = (keys) => keys.map((key) => Number(cardOf(key)?.dataset.level ?? -1));

let marked = null;

// Other scripts draw marks of their own while the same card is dragged.
function clearMarks() {
  marked?.element.classList.remove(marked.className);
  marked = null;
  drop = null;
}

function mark(element, className, where) {
  clearMarks();
  element.classList.add(className);
  marked = { element, className };
  drop = where;
}

/** Cards of a higher level take the dragged ones in; beside others of any level, they only take a place in the order. */
function overCard(card, event) {
  if (dragged.keys.includes(card.dataset.key)) return clearMarks();
  if (card.matches(".source-card")) return clearMarks();
  const box = card.getBoundingClientRect();
  const share = (event.clientY - box.top) / box.height;
  const level = Number(card.dataset.level);
  if (card.matches(".item-row")) return overRow(card, share, level);
  if (dragged.levels.every((one) => one > level)) return mark(card, "drop-into", { under: card.dataset.key });
  const column = card.closest("[data-column]");
  const place = share < 0.5 ? { before: card.dataset.key } : { after: card.dataset.key };
  return mark(card, share < 0.5 ? "drop-before" : "drop-after", column.dataset.parent ? { ...place, under: column.dataset.parent } : place);
}

/** In a tree, the middle of a row takes in, its edges take beside it. */
function overRow(row, share, level) {
  if (row.closest(".ranked")) return mark(row, share < 0.5 ? "drop-before" : "drop-after", beside(row, share));
  const takesIn = dragged.levels.every((one) => one > level);
  if (takesIn && share > 0.25 && share < 0.75) return mark(row, "drop-into", { under: row.dataset.key });
  const under = row.dataset.parent || "none";
  const parent = Number(cardOf(row.dataset.parent)?.dataset.level ?? -1);
  if (!dragged.levels.every((one) => one > parent)) return takesIn ? mark(row, "drop-into", { under: row.dataset.key }) : clearMarks();
  return share < 0.5
    ? mark(row, "drop-before", { before: row.dataset.key, under })
    : mark(row, "drop-after", { after: row.dataset.key, under });
}

/** Between two rows of a list, what comes there goes behind the upper one; before the first of all; under a band's head into that band. */
export function beside(row, share) {
  if (share >= 0.5) return { after: row.dataset.key };
  if (row.previousElementSibling?.matches(".rank-head")) return { aheadOf: row.dataset.key };
  let above = row.previousElementSibling;
  while (above && !above.matches(".item-row")) above = above.previousElementSibling;
  return above && row.previousElementSibling === above && !dragged?.keys.includes(above.dataset.key)
    ? { after: above.dataset.key }
    : { before: row.dataset.key };
}

/** The row under a band's head; null where that is not drawn. */
export const rowUnder = (head) => (head.nextElementSibling?.matches(".item-row") ? head.nextElementSibling : null);

/** Onto a band's head: the first of that band. */
function overHead(head) {
  const first = rowUnder(head);
  if (first && !dragged.keys.includes(first.dataset.key)) mark(head, "drop-into", { aheadOf: first.dataset.key });
  else clearMarks();
}

function overColumn(body) {
  const { parent } = body.closest("[data-column]").dataset;
  if (parent && !dragged.keys.includes(parent)) mark(body, "drop-into", { under: parent, to: "last" });
  else clearMarks();
}

/** What comes into the tray of loose items loses its parent. */
function overTray(tray) {
  if (dragged.keys.some((key) => document.getElementById(`card-${key}`))) mark(tray, "drop-into", { under: "none" });
  else clearMarks();
}

document.addEventListener("dragstart", (event) => {
  const card = event.target.closest?.(".item-card");
  if (!card) return;
  const keys = subjects(card.dataset.key);
  dragged = { keys, levels: levelsOf(keys) };
  event.dataTransfer.effectAllowed = "move";
  event.dataTransfer.setData("text/plain", keys.join(" "));
  document.body.classList.add("dragging");
});

document.addEventListener("dragover", (event) => {
  if (!dragged) return;
  const card = event.target.closest?.(".item-card");
  const body = event.target.closest?.(".column-body");
  const tray = event.target.closest?.("#loose-tray");
  const head = event.target.closest?.(".ranked .rank-head");
  if (head) overHead(head);
  else if (tray) overTray(tray);
  else if (card) overCard(card, event);
  else if (body) overColumn(body);
  else clearMarks();
  if (drop) event.preventDefault();
});

document.addEventListener("drop", (event) => {
  if (!dragged || !drop || !dragged.keys.length) return;
  event.preventDefault();
  move(dragged.keys, drop);
  clearSelection();
});

document.addEventListener("dragend", () => {
  clearMarks();
  dragged = null;
  document.body.classList.remove("dragging");
});
