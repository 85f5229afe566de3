// Arranging the tiles of a dashboard: by dragging, with the arrow keys, and by their buttons.
import { done } from "./undo.js";
import { post } from "./server.js";
import { refresh } from "./view.js";

let dragged = null;

const tileOf = (node) => node.closest?.("[data-tile]");
const home = (tile) => tile.closest("[data-dashboard]").dataset.dashboard;

async function arrange(tile, values, path = "") {
  const focus = document.activeElement?.id;
  try {
    const events = await post(`${home(tile)}${tile.dataset.tile}${path}`, values);
    if (events.said?.words) done(events.said);
    await refresh();
    document.getElementById(focus)?.focus();
  } catch (failure) {
    tile.querySelector(":scope > .error").textContent = failure.message;
  }
}

function moveBy(tile, step) {
  const tiles = [...tile.parentElement.querySelectorAll("[data-tile]")];
  const at = tiles.indexOf(tile) + (step > 0 ? 2 : -1);
  if (at < 0 || at > tiles.length) return;
  arrange(tile, { before: tiles[at]?.dataset.tile ?? 0 });
}

document.addEventListener("keydown", (event) => {
  if (!event.target.matches?.("[data-grip]")) return;
  const step = { ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 }[event.key];
  if (!step) return;
  event.preventDefault();
  moveBy(tileOf(event.target), step);
});

document.addEventListener("click", (event) => {
  const tile = tileOf(event.target);
  if (!tile) return;
  if (event.target.matches("[data-wide]")) arrange(tile, { wide: !tile.classList.contains("is-wide") });
  if (event.target.matches("[data-take-away]")) arrange(tile, {}, "/remove");
});

document.addEventListener("change", (event) => {
  if (event.target.matches?.("[data-send]") && event.target.value) event.target.form.requestSubmit();
});

document.addEventListener("dragstart", (event) => {
  if (!event.target.matches?.("[data-grip]")) return;
  dragged = tileOf(event.target);
  event.dataTransfer.effectAllowed = "move";
  event.dataTransfer.setData("text/plain", dragged.dataset.tile);
  event.dataTransfer.setDragImage(dragged, 10, 10);
});

document.addEventListener("dragover", (event) => {
  const tile = dragged && tileOf(event.target);
  if (!tile) return;
  event.preventDefault();
  document.querySelectorAll(".tile.is-aimed").forEach((one) => one.classList.toggle("is-aimed", one === tile));
  tile.classList.add("is-aimed");
});

document.addEventListener("drop", (event) => {
  const tile = dragged && tileOf(event.target);
  if (!tile) return;
  event.preventDefault();
  if (tile !== dragged) arrange(dragged, { before: tile.dataset.tile });
});

document.addEventListener("dragend", () => {
  dragged = null;
  document.querySelectorAll(".tile.is-aimed").forEach((one) => one.classList.remove("is-aimed"));
});
