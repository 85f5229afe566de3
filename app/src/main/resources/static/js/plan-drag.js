// Work is dragged onto sprints and releases, from one to another, and back to the list of what waits; so from the lists of other views.
import { subjects } from "./selection.js";
import { link } from "./linking.js";
import { order, planInto, sprintOf, takeOut } from "./planning.js";

let dragged = null;
let drop = null;

// Other scripts draw marks of their own while the same card is dragged.
function clearMarks() {
  drop?.element.classList.remove(drop.className);
  drop = null;
}

function mark(element, className, act) {
  if (drop?.element === element && drop.className === className) return;
  clearMarks();
  element.classList.add(className);
  drop = { element, className, act };
}

document.addEventListener("dragstart", (event) => {
  const card = event.target.closest?.(".item-card:not(.sprint-story, .source-card)");
  if (!card) return;
  dragged = { keys: subjects(card.dataset.key), from: sprintOf(card) };
  event.dataTransfer.effectAllowed = "all";
  event.dataTransfer.setData("text/plain", dragged.keys.join(" "));
  document.body.classList.add("dragging");
});

document.addEventListener("dragover", (event) => {
  if (!dragged) return;
  const row = event.target.closest?.(".opened-row:not(.is-candidate)");
  const trough = event.target.closest?.("[data-trough]");
  const release = event.target.closest?.("[data-release]");
  const backlog = event.target.closest?.("[data-back-to-backlog]");
  const { keys, from } = dragged;
  const other = event.altKey && event.target.closest?.(".item-card, [data-band]");
  const needed = other && (other.dataset.key ?? other.dataset.band);
  if (needed && keys.length === 1 && needed !== keys[0]) mark(other, "drop-onto", () => link(keys[0], "depends on", needed));
  else if (event.altKey) clearMarks();
  else if (row && from && sprintOf(row) === from && !keys.includes(row.dataset.key))
    mark(row, "drop-before", () => order(from, keys, row.dataset.key));
  else if (trough) mark(trough, "drop-into", (shift) => planInto(keys, { sprint: trough.dataset.trough }, shift));
  else if (release) mark(release, "drop-into", () => planInto(keys, { release: release.dataset.release }));
  else if (backlog && from) mark(backlog, "drop-into", () => takeOut(keys, { sprint: from }));
  else clearMarks();
  if (drop) event.preventDefault();
});

document.addEventListener("drop", (event) => {
  if (!dragged || !drop) return;
  event.preventDefault();
  drop.act(event.shiftKey);
});

document.addEventListener("dragend", () => {
  clearMarks();
  dragged = null;
  document.body.classList.remove("dragging");
});
