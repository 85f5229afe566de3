// The story map: walking it by keyboard, writing into its cells, and drawing what is near.
import { clearSelection, selection, subjects } from "./selection.js";
import { move } from "./moving.js";
import { post } from "./server.js";
import { tell } from "./toasts.js";
import { done } from "./undo.js";
import { refresh, view, withParameters } from "./view.js";

const COLUMN = 178;
const scroller = () => document.querySelector("[data-map]");
const linkOf = (card) => card?.querySelector(".card-link");

/** Puts cards into a cell: `{before}` or `{after}` a card of it. */
export async function place(keys, cell, where = {}) {
  const { column, slice } = cell.dataset;
  try {
    const values = { keys: keys.join(","), column, slice, by: view().dataset.by, ...where };
    done((await post(`/${view().dataset.product}/map/place`, values)).said);
    clearSelection();
    await refresh();
    linkOf(document.getElementById(`card-${keys[0]}`))?.focus();
  } catch (failure) {
    tell(failure.message, true);
    await refresh();
  }
}

// A new story is written where it is to stand; Enter adds it and makes room for the next.
export function write(cell) {
  if (!cell || cell.dataset.cell !== "yes" || !view().dataset.mayShape) return;
  cell.querySelector(".map-new")?.remove();
  const form = Object.assign(document.createElement("form"), { className: "map-new" });
  form.dataset.typing = "";
  form.id = `new-${cell.id}`;
  const field = Object.assign(document.createElement("input"), { name: "title", autocomplete: "off" });
  field.setAttribute("aria-label", `New ${view().dataset.story}`);
  field.placeholder = `new ${view().dataset.story}`;
  const words = Object.assign(document.createElement("p"), { className: "error" });
  words.setAttribute("role", "alert");
  form.append(field, words);
  cell.querySelector("ol").after(form);
  field.focus();
}

let sending = Promise.resolve();

async function add(cell, form, title) {
  const { column, slice } = cell.dataset;
  const last = [...cell.querySelectorAll(".map-card")].at(-1)?.dataset.key;
  try {
    const values = { title, column, slice, by: view().dataset.by, after: form.dataset.after ?? last ?? "" };
    const events = await post(`/${view().dataset.product}/map/add`, values);
    form.dataset.after = events.itemadded.key;
    done(events.said);
    await refresh();
  } catch (failure) {
    const field = form.elements.title;
    if (field.value) tell(`Not added: “${title}”. ${failure.message}`, true);
    else {
      field.value = title;
      form.querySelector(".error").textContent = failure.message;
    }
  }
}

document.addEventListener("submit", (event) => {
  const form = event.target;
  if (!form.matches(".map-new")) return;
  event.preventDefault();
  const title = form.elements.title.value.trim();
  if (!title) return;
  form.elements.title.value = "";
  form.querySelector(".error").textContent = "";
  const cell = form.closest("[data-cell]");
  sending = sending.then(() => add(cell, form, title)).catch(() => {});
});

document.addEventListener("focusout", (event) => {
  const form = event.target.closest?.(".map-new");
  if (form && !form.elements.title.value && !form.contains(event.relatedTarget)) form.remove();
});

document.addEventListener("click", (event) => {
  const button = event.target.closest?.("[data-map-add]");
  if (button) write(button.closest("[data-cell]"));
});

// --- by keyboard ---
const rows = () => [...document.querySelectorAll("[data-map-row]")];
const placesOf = (row) => [...row.querySelectorAll("[data-column]")];

/** A place in the map: the row, the column, and the card in the cell (-1 for the cell itself). */
function whereIs(target) {
  const box = target.closest("[data-column]");
  const row = target.closest("[data-map-row]");
  if (!box || !row) return null;
  const cards = [...box.querySelectorAll(".map-card")];
  return { row, box, cards, at: cards.indexOf(target.closest(".map-card")), column: placesOf(row).indexOf(box) };
}

function focusOn(box, last = false) {
  if (!box) return;
  const cards = [...box.querySelectorAll(".map-card[data-key]")];
  const to = box.matches(".map-head") ? linkOf(box) : (linkOf(cards.at(last ? -1 : 0)) ?? box);
  to.focus();
  to.scrollIntoView({ block: "nearest", inline: "nearest" });
}

function walk(from, key) {
  const { row, box, cards, at, column } = from;
  const all = rows();
  const index = all.indexOf(row);
  if (key === "ArrowLeft") return focusOn(placesOf(row)[column - 1]);
  if (key === "ArrowRight") return focusOn(placesOf(row)[column + 1]);
  const step = key === "ArrowDown" ? 1 : -1;
  const next = at >= 0 ? cards[at + step] : null;
  if (next && !box.matches(".map-head")) return linkOf(next)?.focus();
  const other = all[index + step];
  if (other) focusOn(placesOf(other)[column], step < 0);
}

/** Alt and an arrow move what is focused: a card to the next cell or place, the backbone's own along it. */
function shift(from, key, card) {
  const { row, box, cards, at, column } = from;
  const places = placesOf(row);
  if (box.matches(".map-head")) {
    const self = box.dataset.key;
    if (key === "ArrowLeft" && column > 0) return move([self], { before: places[column - 1].dataset.key });
    if (key === "ArrowRight" && places[column + 1]) return move([self], { after: places[column + 1].dataset.key });
    return null;
  }
  const keys = subjects(card.dataset.key);
  if (key === "ArrowLeft" || key === "ArrowRight") {
    const to = places[column + (key === "ArrowLeft" ? -1 : 1)];
    return to ? place(keys, to) : null;
  }
  const step = key === "ArrowDown" ? 1 : -1;
  const beside = cards[at + step];
  if (beside) return place(keys, box, step < 0 ? { before: beside.dataset.key } : { after: beside.dataset.key });
  const other = rows()[rows().indexOf(row) + step];
  const to = other && placesOf(other)[column];
  return to?.dataset.cell === "yes" ? place(keys, to) : null;
}

document.addEventListener(
  "keydown",
  (event) => {
    if (!event.target.closest?.("[data-map]") || event.ctrlKey || event.metaKey) return;
    if (event.target.matches(".map-new input")) {
      if (event.key !== "Escape") return;
      const cell = event.target.closest("[data-cell]");
      event.target.value = "";
      event.preventDefault();
      return cell.focus();
    }
    if (event.target.matches("input, select, textarea, button, summary")) return;
    const card = event.target.closest(".item-card");
    const from = whereIs(event.target);
    const stop = () => {
      event.preventDefault();
      event.stopPropagation();
    };
    if (event.key.startsWith("Arrow")) {
      stop();
      if (!from) return focusOn(document.querySelector("[data-map-row] [data-column]"));
      return event.altKey ? card && shift(from, event.key, card) : walk(from, event.key);
    }
    if (!from || event.altKey) return;
    const cell = event.target.closest("[data-cell]");
    if (event.key.toLowerCase() === "n" && cell) {
      stop();
      write(cell);
    } else if (event.key === "Enter" && event.target === cell) {
      stop();
      write(cell);
    } else if (event.key.toLowerCase() === "m" && cell?.dataset.cell === "yes" && selection().length) {
      stop();
      const cards = from.cards.filter((one) => one.dataset.key);
      place(selection(), cell, from.at >= 0 ? { before: cards[from.at].dataset.key } : {});
    }
  },
  true,
);

// --- what is near ---
let find = null;
let first = null;
withParameters(() => ({
  ...(view()?.dataset.view === "map" && find !== null ? { find } : {}),
  ...(view()?.dataset.view === "map" && first !== null ? { first } : {}),
}));

let waiting = 0;
document.addEventListener(
  "scroll",
  (event) => {
    if (event.target !== scroller()) return;
    clearTimeout(waiting);
    waiting = setTimeout(() => {
      const { first: from, last: until, columnsInAll: all } = view().dataset;
      const left = Math.floor(scroller().scrollLeft / COLUMN);
      const right = left + Math.ceil(scroller().clientWidth / COLUMN);
      if (left >= Number(from) && Math.min(right, Number(all)) <= Number(until)) return;
      first = Math.max(0, left - 2);
      refresh();
    }, 120);
  },
  true,
);

let typing = 0;
document.addEventListener("input", (event) => {
  if (!event.target.matches?.("[data-map-find]")) return;
  find = event.target.value.slice(0, 200);
  clearTimeout(typing);
  typing = setTimeout(refresh, 150);
});

document.addEventListener("click", (event) => {
  const link = event.target.closest?.("[data-print]");
  if (!link) return;
  document.addEventListener("htmx:afterSettle", () => print(), { once: true });
});
