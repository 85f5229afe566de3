// The outline by keyboard alone: from cell to cell, typing fills one in, Enter goes on to the next below. The list under "?"
// names the keys.
import { clearSelection, select, selection, subjects, takeUp, taken } from "./selection.js";
import { edit } from "./fields.js";
import { move } from "./moving.js";
import { done } from "./undo.js";
import { go, refresh, view } from "./view.js";
import { post } from "./server.js";
import { tell } from "./toasts.js";
import { openWriting } from "./write-box.js";

let current = null;
let goingDown = false;

const rowOf = (cell) => cell.closest(".item-row");
const cellAt = (key, column) => document.querySelector(`#card-${key} > td[data-col="${CSS.escape(column)}"]`);
const rows = () => [...document.querySelectorAll(".outline .item-row")];

function focusCell(cell) {
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

function draw() {
  if (!document.querySelector(".outline")) return;
  const cell = (current && cellAt(current.key, current.column)) ?? document.querySelector(".outline .item-row > td");
  document.querySelectorAll(".outline td[tabindex='0']").forEach((one) => (one.tabIndex = -1));
  if (cell) cell.tabIndex = 0;
  if (current && document.activeElement === document.body) focusCell(cell);
}

document.addEventListener("focusin", (event) => {
  const cell = event.target.closest?.(".outline .item-row > td");
  if (!cell) return;
  current = { key: rowOf(cell).dataset.key, column: cell.dataset.col };
  draw();
});
document.addEventListener("htmx:afterSettle", draw);
draw();

function step(cell, by, extend) {
  const all = rows();
  const next = all[Math.max(0, Math.min(all.length - 1, all.indexOf(rowOf(cell)) + by))];
  if (!next) return;
  if (extend) {
    select(rowOf(cell).dataset.key, true);
    select(next.dataset.key, true);
  }
  focusCell(next.querySelector(`:scope > td[data-col="${CSS.escape(cell.dataset.col)}"]`));
}

function aside(cell, by) {
  const row = rowOf(cell);
  const turn = row.querySelector("a.turn");
  const open = row.getAttribute("aria-expanded") === "true";
  if (cell.dataset.col === "title" && by > 0 && turn && !open) return void go(turn.getAttribute("href"), ["panel"]);
  if (cell.dataset.col === "title" && by < 0) {
    if (turn && open) go(turn.getAttribute("href"), ["panel"]);
    else focusCell(row.dataset.parent && cellAt(row.dataset.parent, "title"));
    return;
  }
  focusCell(by > 0 ? cell.nextElementSibling : cell.previousElementSibling);
}

async function start(cell, typed) {
  const { field } = cell.dataset;
  if (!field) return;
  const place = cell.querySelector(".value-field");
  await edit(place, rowOf(cell).dataset.key, field);
  const input = place.querySelector("input[type=text], input[type=number]");
  if (typed && input) input.value = typed;
}

async function indent(key, out) {
  try {
    done((await post("/items/indent", { keys: subjects(key).join(","), out })).said);
    await refresh();
  } catch (failure) {
    tell(failure.message, true);
  }
}

/** Sets a field of all selected rows to what the first of them, or the row in focus, has. */
export async function setAll(field, value) {
  try {
    done((await post("/items/edit", { keys: selection().join(","), field, value })).said);
    await refresh();
  } catch (failure) {
    tell(failure.message, true);
  }
}

async function fillDown(cell) {
  const { field } = cell.dataset;
  if (!field || selection().length < 2) return tell("Select the rows to fill first: Shift + ↓ from the cell with the value.", true);
  const source = rows().find((row) => selection().includes(row.dataset.key))?.dataset.key ?? selection()[0];
  const form = await fetch(`/items/${source}/edit/${field}`, { headers: { "HX-Request": "true" } }).then((answer) => answer.text());
  setAll(field, new DOMParser().parseFromString(form, "text/html").querySelector("[name=seen]").value);
}

const keyIn = (cell) => rowOf(cell).dataset.key;
const plain = {
  ArrowDown: (cell, event) => step(cell, 1, event.shiftKey),
  ArrowUp: (cell, event) => step(cell, -1, event.shiftKey),
  ArrowRight: (cell) => aside(cell, 1),
  ArrowLeft: (cell) => aside(cell, -1),
  PageDown: (cell) => step(cell, 20),
  PageUp: (cell) => step(cell, -20),
  Home: (cell) => focusCell(rowOf(cell).firstElementChild),
  End: (cell) => focusCell(rowOf(cell).lastElementChild),
  Enter: (cell, event) => (event.shiftKey ? openWriting(keyIn(cell)) : start(cell)),
  F2: (cell) => start(cell),
  " ": (cell) => select(keyIn(cell)),
  Escape: () => clearSelection(),
  Insert: (cell) => openWriting(rowOf(cell).dataset.parent),
  F10: (cell, event) => event.shiftKey && rowOf(cell).querySelector("[data-menu]").click(),
  ContextMenu: (cell) => rowOf(cell).querySelector("[data-menu]").click(),
};
const withAlt = {
  ArrowUp: (cell) => move(subjects(keyIn(cell)), { to: "up" }),
  ArrowDown: (cell) => move(subjects(keyIn(cell)), { to: "down" }),
  ArrowRight: (cell) => indent(keyIn(cell), false),
  ArrowLeft: (cell) => indent(keyIn(cell), true),
  Home: (cell) => move(subjects(keyIn(cell)), { to: "first" }),
  End: (cell) => move(subjects(keyIn(cell)), { to: "last" }),
  Enter: (cell) => go(rowOf(cell).querySelector(".row-link").getAttribute("href")),
};
const withCtrl = {
  x: (cell) => takeUp(subjects(keyIn(cell))),
  v: async (cell) => {
    if (!taken().length) return;
    await move(taken(), { under: keyIn(cell) });
    clearSelection();
  },
  ArrowDown: fillDown,
};

document.addEventListener("keydown", (event) => {
  const cell = event.target.matches?.(".outline .item-row > td") && event.target;
  if (!cell) return;
  const keys = event.ctrlKey || event.metaKey ? withCtrl : event.altKey ? withAlt : plain;
  const action = keys[event.key.length === 1 ? event.key.toLowerCase() : event.key];
  const types = event.key.length === 1 && keys === plain && event.key !== " " && !["?", "/", "+"].includes(event.key);
  if (!action && !types) return;
  event.preventDefault();
  event.stopPropagation();
  if (action) action(cell, event);
  else start(cell, event.key);
});

// Enter in a cell saves it and goes on to the one below; with Ctrl the value goes to every selected row.
document.addEventListener("keydown", (event) => {
  const form = event.target.closest?.(".outline [data-field-form]");
  if (!form || event.key !== "Enter" || event.target.matches("textarea")) return;
  const cell = form.closest("td");
  if (event.ctrlKey && selection().length) {
    event.preventDefault();
    form.dataset.sent = "1";
    form.removeAttribute("data-field-form");
    return void setAll(form.elements.field.value, event.target.value);
  }
  goingDown = true;
  current = { key: keyIn(cell), column: cell.dataset.col };
}, true);

document.addEventListener("saved", (event) => {
  const cell = event.target.closest?.(".outline td");
  if (!cell) return;
  if (goingDown) {
    goingDown = false;
    step(cell, 1);
  } else if (document.activeElement === document.body || cell.contains(document.activeElement)) {
    cell.focus({ preventScroll: true });
  }
});

document.addEventListener("click", (event) => {
  const cell = event.target.closest?.(".outline .item-row > td");
  if (!cell || event.target.closest("a, button, input, select, textarea, form, #menu")) return;
  if (event.ctrlKey || event.metaKey || event.shiftKey) return;
  if (document.activeElement === cell && cell.dataset.field) start(cell);
  else cell.focus({ preventScroll: true });
});
document.addEventListener("dblclick", (event) => {
  const cell = event.target.closest?.(".outline .item-row > td");
  if (cell && !event.target.closest("form, button")) start(cell);
});
