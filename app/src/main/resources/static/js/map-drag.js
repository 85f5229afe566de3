// On the story map cards are dragged between cells, loose ones from the tray, and the backbone's own along it.
import { subjects } from "./selection.js";
import { move } from "./moving.js";
import { place } from "./map-cells.js";

let dragged = null;
let drop = null;

function clearMarks() {
  document
    .querySelectorAll(".drop-into, .drop-before, .drop-after")
    .forEach((one) => one.classList.remove("drop-into", "drop-before", "drop-after"));
  drop = null;
}

function mark(element, className, act) {
  clearMarks();
  element.classList.add(className);
  drop = act;
}

document.addEventListener("dragstart", (event) => {
  const card = event.target.closest?.(".map-card[data-key], .map-head");
  if (!card) return;
  dragged = card.matches(".map-head") ? { head: card.dataset.key } : { keys: subjects(card.dataset.key) };
  event.dataTransfer.effectAllowed = "move";
  event.dataTransfer.setData("text/plain", dragged.head ?? dragged.keys.join(" "));
  document.body.classList.add("dragging");
});

function overCell(cell, event) {
  const { keys } = dragged;
  const cards = [...cell.querySelectorAll(".map-card[data-key]")].filter((card) => !keys.includes(card.dataset.key));
  const below = cards.find((card) => {
    const box = card.getBoundingClientRect();
    return event.clientY < box.top + box.height / 2;
  });
  if (below) return mark(below, "drop-before", () => place(keys, cell, { before: below.dataset.key }));
  const last = cards.at(-1);
  if (last) return mark(last, "drop-after", () => place(keys, cell, { after: last.dataset.key }));
  return mark(cell, "drop-into", () => place(keys, cell));
}

document.addEventListener("dragover", (event) => {
  if (!dragged) return;
  const cell = event.target.closest?.('[data-cell="yes"]');
  const head = event.target.closest?.(".map-head");
  if (dragged.keys && cell) overCell(cell, event);
  else if (dragged.head && head && head.dataset.key !== dragged.head) {
    const box = head.getBoundingClientRect();
    const isBefore = event.clientX < box.left + box.width / 2;
    const where = isBefore ? { before: head.dataset.key } : { after: head.dataset.key };
    mark(head, isBefore ? "drop-before" : "drop-after", () => move([dragged.head], where));
  } else clearMarks();
  if (drop) event.preventDefault();
});

document.addEventListener("drop", (event) => {
  if (!dragged || !drop) return;
  event.preventDefault();
  drop();
});

document.addEventListener("dragend", () => {
  clearMarks();
  dragged = null;
  document.body.classList.remove("dragging");
});
