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

// Cells whose form is on its way, with what is typed meanwhile: nobody waits for the server between two numbers.
const opening = new Map();

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
  const cell = event.target.matches?.(".outline .item-row > td") && event.target;
  if (!cell) return;
  current = { key: rowOf(cell).dataset.key, column: cell.dataset.col };
  draw();
});
document.addEventListener("htmx:afterSettle", draw);
document.addEventListener("rows-fetched", draw);
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

async function start(cell, typed = "") {
  const { field } = cell.dataset;
  if (!field) return;
  const place = cell.querySelector(".value-field");
  const typing = { text: typed, entered: false };
  opening.set(cell, typing);
  place.dataset.quiet = "yes";
  await edit(place, rowOf(cell).dataset.key, field).catch(() => {});
  delete place.dataset.quiet;
  opening.delete(cell);
  const form = place.querySelector("form");
  const input = form?.querySelector("[name=value]:not([type=hidden])");
  if (!input) return;
  if (typing.text && input.matches("input[type=text]")) input.value = typing.text;
  if (typing.everywhere) {
    form.remove();
    return setAll(field, typing.text || input.value);
  }
  if (typing.entered) {
    focusCell(cellAt(current.key, current.column));
    if (form.isConnected && !form.dataset.sent) form.requestSubmit();
    return;
  }
  input.focus();
  if (!typing.text && input.matches("input[type=text]")) input.select();
}

/** Keys that come while a cell's form is on its way. */
function typeAhead(cell, event) {
  const typing = opening.get(cell);
  if (event.key === "Enter" && event.ctrlKey && selection().length) typing.everywhere = true;
  else if (event.key === "Enter") {
    typing.entered = true;
    step(cell, 1);
  } else if (event.key === "Backspace") typing.text = typing.text.slice(0, -1);
  else if (event.key.length === 1 && !event.ctrlKey && !event.metaKey) typing.text += event.key;
  else return;
  event.preventDefault();
  event.stopPropagation();
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
  if (opening.has(cell)) return typeAhead(cell, event);
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
  event.preventDefault();
  form.requestSubmit();
  step(cell, 1);
}, true);

document.addEventListener("saved", (event) => {
  const cell = event.target.closest?.(".outline td");
  if (cell && (document.activeElement === document.body || cell.contains(document.activeElement))) cell.focus({ preventScroll: true });
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
