// Load: a task is dragged to another person, or before another task, and everything settles anew.
import { drawLines, keepDrawn } from "./dependency-lines.js";
import { done } from "./undo.js";
import { post } from "./server.js";
import { refresh, view } from "./view.js";
import { tell } from "./toasts.js";

let dragged = null;
let drop = null;

async function place(task, { person, before }) {
  const values = { task };
  if (person !== undefined) values.person = person;
  if (before) values.before = before;
  try {
    done((await post(`/${view().dataset.product}/load/${view().dataset.sprint}/place`, values)).said);
    await refresh();
    document.querySelector(`.load-piece[data-key="${task}"]`)?.focus();
  } catch (failure) {
    tell(failure.message, true);
  }
}

function clearMarks() {
  document.querySelectorAll(".drop-into, .drop-before").forEach((one) => one.classList.remove("drop-into", "drop-before"));
  drop = null;
}

document.addEventListener("dragstart", (event) => {
  const task = event.target.closest?.("[data-load-task]");
  if (!task) return;
  dragged = { key: task.dataset.key, person: task.closest("[data-person]")?.dataset.person };
  event.dataTransfer.effectAllowed = "move";
  event.dataTransfer.setData("text/plain", dragged.key);
  document.body.classList.add("dragging");
});

document.addEventListener("dragover", (event) => {
  if (!dragged) return;
  clearMarks();
  const row = event.target.closest?.("[data-person]");
  if (!row) return;
  const piece = event.target.closest(".load-piece");
  const { key } = dragged;
  const person = row.dataset.person === dragged.person ? undefined : row.dataset.person;
  if (piece && piece.dataset.key !== key) {
    const before = piece.dataset.key;
    document.querySelectorAll(`.load-piece[data-key="${before}"]`).forEach((one) => one.classList.add("drop-before"));
    drop = () => place(key, { person, before });
  } else if (person !== undefined) {
    row.classList.add("drop-into");
    drop = () => place(key, { person });
  }
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

// By keyboard: Alt and left or right move a task in the order, Alt and up or down give it to the person above or below.
document.addEventListener("keydown", (event) => {
  const piece = event.altKey && event.target.closest?.(".load-piece");
  if (!piece || !["ArrowUp", "ArrowDown", "ArrowLeft", "ArrowRight"].includes(event.key)) return;
  event.preventDefault();
  const { key, previous, next } = piece.dataset;
  if (event.key === "ArrowLeft" && previous) return place(key, { before: previous });
  if (event.key === "ArrowRight" && next) return place(key, { before: next });
  const rows = [...document.querySelectorAll(".load-row[data-person]")];
  const at = rows.indexOf(piece.closest("[data-person]"));
  const other = rows[at + { ArrowUp: -1, ArrowDown: 1 }[event.key]];
  if (other) place(key, { person: other.dataset.person });
});

// In the table, and for what nobody has, a person is chosen from a list.
document.addEventListener("change", (event) => {
  const choice = event.target.closest?.("[data-load-person]");
  if (choice) place(choice.dataset.task, { person: choice.value });
});

keepDrawn(() => {
  const svg = document.querySelector("[data-load-lines]");
  if (!svg) return;
  const links = [...document.querySelectorAll("[data-wait]")].map((one) => ({ from: one.dataset.task, to: one.dataset.wait }));
  drawLines(svg, (key) => [...document.querySelectorAll(`.load-piece[data-key="${key}"]`)], links);
});
