// The cells of the outline: which one is in focus, by its row and column, and how the focus moves.
import { select } from "./selection.js";

let current = null;

export const rowOf = (cell) => cell.closest(".item-row");
export const cellAt = (key, column) => document.querySelector(`#card-${key} > td[data-col="${CSS.escape(column)}"]`);
export const rows = () => [...document.querySelectorAll(".outline .item-row")];

export function focusCell(cell) {
  if (!cell) return;
  cell.focus({ preventScroll: true });
  const box = cell.getBoundingClientRect();
  const place = cell.closest("[data-outline-scroll]").getBoundingClientRect();
  const scroll = cell.closest("[data-outline-scroll]");
  if (box.top < place.top + 34) scroll.scrollTop -= place.top + 34 - box.top;
  if (box.bottom > place.bottom - 34) scroll.scrollTop += box.bottom - place.bottom + 34;
  if (cell.dataset.col !== "title") {
    const left = place.left + document.querySelector(".outline thead th").offsetWidth;
    if (box.left < left) scroll.scrollLeft -= left - box.left;
    if (box.right > place.right) scroll.scrollLeft += box.right - place.right;
  }
}

/** The cell that a key is meant for: the one in focus, or that of the title that was just clicked. */
export function cellOfKey({ target, key }) {
  if (target.matches?.(".outline .item-row > td")) return target;
  return target.matches?.(".outline .row-link") && key !== "Enter" ? target.closest("td") : null;
}

export const keyIn = (cell) => rowOf(cell).dataset.key;

/** Notes where the focus is, so that it is found again when rows were drawn anew. */
export const place = (cell) => (current = { key: keyIn(cell), column: cell.dataset.col });
export const currentCell = () => current && cellAt(current.key, current.column);

export function step(cell, by, extend) {
  const all = rows();
  const next = all[Math.max(0, Math.min(all.length - 1, all.indexOf(rowOf(cell)) + by))];
  if (!next) return;
  if (extend) {
    select(rowOf(cell).dataset.key, true);
    select(next.dataset.key, true);
  }
  focusCell(next.querySelector(`:scope > td[data-col="${CSS.escape(cell.dataset.col)}"]`));
}
