// A board: cards go from column to column, new ones are written into them, and all of it by keyboard.
import { clearSelection, subjects } from "./selection.js";
import { freshKey, post } from "./server.js";
import { tell } from "./toasts.js";
import { done } from "./undo.js";
import { refresh, view } from "./view.js";

const linkOf = (card) => card?.querySelector(".card-link");
const at = () => `/${view().dataset.product}/board/${view().dataset.team}`;
export const boardUrl = at;

/** Which page this is, so that it knows its own messages to the others. */
export const page = freshKey();

async function act(url, values, focus) {
  try {
    const events = await post(`${at()}/${url}`, values);
    done(events.said);
    clearSelection();
    await refresh();
    linkOf(document.getElementById(`card-${focus}`))?.focus();
  } catch (failure) {
    tell(failure.message, true);
    await refresh();
  }
}

/** Puts cards into a cell, before one of its cards where that may be said. */
export function put(keys, cell, before = "") {
  const { lanes, of = "", mayOrder } = view().dataset;
  const values = { keys: keys.join(","), lanes, sprint: of };
  const column = cell.dataset.boardColumn;
  values.column = column;
  const row = cell.closest("[data-lane-row]");
  const from = document.getElementById(`card-${keys[0]}`)?.closest("[data-lane-row]");
  if (row && lanes !== "none" && row !== from) values.lane = row.dataset.lane;
  if (before && mayOrder) values.before = before;
  return act("move", values, keys[0]);
}

export const give = (keys, person) => act("move", { keys: keys.join(","), person }, keys[0]);

// --- new cards ---
export function write(cell) {
  if (!cell?.querySelector("[data-board-add]")) return;
  cell.querySelector(".map-new")?.remove();
  const form = Object.assign(document.createElement("form"), { className: "map-new board-new", id: `new-${cell.id}` });
  form.dataset.typing = "";
  const name = cell.querySelector("[data-board-add]").textContent.slice(2);
  const field = Object.assign(document.createElement("input"), { name: "title", autocomplete: "off" });
  field.setAttribute("aria-label", `New ${name}`);
  field.placeholder = `new ${name}`;
  const words = Object.assign(document.createElement("p"), { className: "error" });
  words.setAttribute("role", "alert");
  form.append(field, words);
  cell.querySelector("ol").after(form);
  field.focus();
}

let sending = Promise.resolve();

async function add(cell, form, title) {
  const { lanes, of = "" } = view().dataset;
  const lane = cell.closest("[data-lane-row]")?.dataset.lane ?? "";
  try {
    const events = await post(`${at()}/add`, { title, column: cell.dataset.boardColumn, lanes, lane, sprint: of });
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
  if (form.matches(".board-new")) {
    event.preventDefault();
    const title = form.elements.title.value.trim();
    if (!title) return;
    form.elements.title.value = "";
    form.querySelector(".error").textContent = "";
    const cell = form.closest("[data-board-cell]");
    sending = sending.then(() => add(cell, form, title)).catch(() => {});
  } else if (form.matches("[data-accept]")) {
    event.preventDefault();
    const keys = [...form.querySelectorAll("[name=keys]:checked")].map((one) => one.value);
    if (keys.length) act("accept", { keys: keys.join(",") });
    else form.querySelector(".error").textContent = "Tick what you accept.";
  }
});

document.addEventListener("focusout", (event) => {
  const form = event.target.closest?.(".board-new");
  if (form && !form.elements.title.value && !form.contains(event.relatedTarget)) form.remove();
});

document.addEventListener("click", (event) => {
  const button = event.target.closest?.("[data-board-add]");
  if (button) write(button.closest("[data-board-cell]"));
});

// --- by keyboard ---
const rows = () => [...document.querySelectorAll("[data-lane-row], .board-list section")];
const cellsOf = (row) => [...row.querySelectorAll("[data-board-cell]")];
const cardsOf = (cell) => [...cell.querySelectorAll(".board-card")];

function focusOn(cell, last = false) {
  if (!cell) return;
  const to = linkOf(cardsOf(cell).at(last ? -1 : 0)) ?? cell;
  to.focus();
  to.scrollIntoView({ block: "nearest", inline: "nearest" });
}

function walk(cell, card, key) {
  const row = cell.closest("[data-lane-row], .board-list section");
  const cells = cellsOf(row);
  const column = cells.indexOf(cell);
  if (key === "ArrowLeft") return focusOn(cells[column - 1]);
  if (key === "ArrowRight") return focusOn(cells[column + 1]);
  const cards = cardsOf(cell);
  const step = key === "ArrowDown" ? 1 : -1;
  const next = card ? cards[cards.indexOf(card) + step] : null;
  if (next) return linkOf(next).focus();
  const other = rows()[rows().indexOf(row) + step];
  if (other) focusOn(cellsOf(other)[Math.min(column, cellsOf(other).length - 1)], step < 0);
}

/** Alt and an arrow move a card: to the column beside, before or after its neighbour, to the lane beside. */
function shift(cell, card, key) {
  const keys = subjects(card.dataset.key);
  const row = cell.closest("[data-lane-row]");
  if (!row) return null;
  const cells = cellsOf(row);
  const column = cells.indexOf(cell);
  if (key === "ArrowLeft" || key === "ArrowRight") {
    const to = cells[column + (key === "ArrowLeft" ? -1 : 1)];
    return to ? put(keys, to) : null;
  }
  const step = key === "ArrowDown" ? 1 : -1;
  const cards = cardsOf(cell);
  const place = cards.indexOf(card);
  if (view().dataset.mayOrder && cards[place + step]) {
    // Down goes before the one after the next; to the end, where there is none, it goes by its neighbour going up.
    if (step < 0) return put(keys, cell, cards[place - 1].dataset.key);
    return cards[place + 2] ? put(keys, cell, cards[place + 2].dataset.key) : put([cards[place + 1].dataset.key], cell, card.dataset.key);
  }
  const other = rows()[rows().indexOf(row) + step];
  return other && cellsOf(other)[column] ? put(keys, cellsOf(other)[column]) : null;
}

document.addEventListener(
  "keydown",
  (event) => {
    if (view()?.dataset.view !== "board" || event.ctrlKey || event.metaKey) return;
    const cell = event.target.closest?.("[data-board-cell]");
    const stop = () => {
      event.preventDefault();
      event.stopPropagation();
    };
    if (event.target.matches(".board-new input")) {
      if (event.key !== "Escape") return;
      event.target.value = "";
      event.preventDefault();
      return cell.focus();
    }
    if (event.target.matches("input, select, textarea, button, summary")) return;
    const card = event.target.closest?.(".board-card");
    if (event.key.startsWith("Arrow")) {
      if (!cell) {
        if (event.target !== view() && event.target !== document.body) return;
        stop();
        return focusOn(document.querySelector("[data-board-cell]:has(.board-card)") ?? document.querySelector("[data-board-cell]"));
      }
      stop();
      return event.altKey ? card && shift(cell, card, event.key) : walk(cell, card, event.key);
    }
    if (!cell || event.altKey) return;
    if (event.key.toLowerCase() === "n" || (event.key === "Enter" && event.target === cell)) {
      stop();
      write(cell);
    } else if (event.key.toLowerCase() === "g" && card) {
      stop();
      giveByKey(card);
    }
  },
  true,
);

/** Asks beside the card to whom it goes. */
function giveByKey(card) {
  card.querySelector(".give-form")?.remove();
  const choice = document.createElement("select");
  choice.setAttribute("aria-label", `Give ${card.dataset.key} to`);
  const people = [...document.querySelectorAll("[data-person]")];
  choice.append(new Option("give it to…", "-"), new Option("nobody", ""));
  people.forEach((one) => choice.append(new Option(one.querySelector("span > span:last-child").textContent, one.dataset.person)));
  const form = Object.assign(document.createElement("div"), { className: "give-form map-new" });
  form.append(choice);
  card.append(form);
  choice.focus();
  const close = () => {
    form.remove();
    linkOf(card)?.focus();
  };
  choice.addEventListener("change", () => {
    if (choice.value === "-") return;
    const person = choice.value;
    form.remove();
    give(subjects(card.dataset.key), person);
  });
  choice.addEventListener("keydown", (event) => {
    if (event.key !== "Escape") return;
    event.preventDefault();
    event.stopPropagation();
    close();
  });
  choice.addEventListener("blur", () => form.remove());
}
