// On a board cards are dragged to columns and lanes, and onto people; what others hold meanwhile is drawn faintly.
import { subjects } from "./selection.js";
import { boardUrl, give, page, put } from "./board.js";
import { post } from "./server.js";
import { view } from "./view.js";

let dragged = null;
let drop = null;

function clearMarks() {
  document.querySelectorAll(".drop-into, .drop-before").forEach((one) => one.classList.remove("drop-into", "drop-before"));
  drop = null;
}

const hold = (keys) => post(`${boardUrl()}/hold`, { keys, from: page }).catch(() => {});

document.addEventListener("dragstart", (event) => {
  const card = event.target.closest?.(".board-card");
  if (!card) return;
  dragged = subjects(card.dataset.key);
  event.dataTransfer.effectAllowed = "move";
  event.dataTransfer.setData("text/plain", dragged.join(" "));
  document.body.classList.add("dragging");
  hold(dragged.join(","));
});

function overCell(cell, event) {
  const below = [...cell.querySelectorAll(".board-card")]
    .filter((card) => !dragged.includes(card.dataset.key))
    .find((card) => {
      const box = card.getBoundingClientRect();
      return event.clientY < box.top + box.height / 2;
    });
  const keys = dragged;
  if (below && view().dataset.mayOrder) {
    below.classList.add("drop-before");
    drop = () => put(keys, cell, below.dataset.key);
  } else {
    cell.classList.add("drop-into");
    drop = () => put(keys, cell);
  }
}

document.addEventListener("dragover", (event) => {
  if (!dragged) return;
  clearMarks();
  const cell = event.target.closest?.("[data-board-cell]");
  const person = event.target.closest?.("[data-person]");
  const keys = dragged;
  if (cell) overCell(cell, event);
  else if (person) {
    person.classList.add("drop-into");
    drop = () => give(keys, person.dataset.person);
  }
  if (drop) event.preventDefault();
});

document.addEventListener("drop", (event) => {
  if (!dragged || !drop) return;
  event.preventDefault();
  drop();
});

document.addEventListener("dragend", () => {
  if (!dragged) return;
  clearMarks();
  dragged = null;
  document.body.classList.remove("dragging");
  hold("");
});

// --- what others hold ---
const held = new Map();

function drawHeld() {
  document.querySelectorAll(".is-held").forEach((card) => {
    card.classList.remove("is-held");
    card.removeAttribute("data-held-by");
  });
  for (const { keys, name } of held.values())
    keys.forEach((key) => {
      const card = document.getElementById(`card-${key}`);
      card?.classList.add("is-held");
      card?.setAttribute("data-held-by", `${name} holds it`);
    });
}

document.addEventListener("live-board", ({ detail }) => {
  const { team, what, keys, from, name } = detail;
  if (what !== "hold" || team !== view()?.dataset.team || from === page) return;
  if (keys) held.set(from, { keys: keys.split(","), name });
  else held.delete(from);
  drawHeld();
});
document.addEventListener("htmx:afterSettle", drawHeld);
