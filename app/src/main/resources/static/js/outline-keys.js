// The outline by keyboard alone: from cell to cell, typing fills one in, Enter goes on to the next below. The list under "?"
// names the keys.
import { clearSelection, select, subjects, takeUp, taken } from "./selection.js";
import { cellAt, cellOfKey, currentCell, focusCell, keyIn, place, rowOf, step } from "./outline-cells.js";
import { fillDown, isOpening, start, typeAhead } from "./outline-typing.js";
import { move } from "./moving.js";
import { done } from "./undo.js";
import { go, refresh } from "./view.js";
import { post } from "./server.js";
import { tell } from "./toasts.js";
import { openWriting } from "./write-box.js";

function draw() {
  if (!document.querySelector(".outline")) return;
  const cell = currentCell() ?? document.querySelector(".outline .item-row > td");
  document.querySelectorAll(".outline td[tabindex='0']").forEach((one) => (one.tabIndex = -1));
  if (cell) cell.tabIndex = 0;
  if (currentCell() && document.activeElement === document.body) focusCell(cell);
}

document.addEventListener("focusin", (event) => {
  const cell = event.target.matches?.(".outline .item-row > td") && event.target;
  if (!cell) return;
  place(cell);
  draw();
});
document.addEventListener("htmx:afterSettle", draw);
document.addEventListener("rows-fetched", draw);
draw();

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

async function indent(key, out) {
  try {
    done((await post("/items/indent", { keys: subjects(key).join(","), out })).said);
    await refresh();
  } catch (failure) {
    tell(failure.message, true);
  }
}

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
  const cell = cellOfKey(event);
  if (!cell) return;
  if (isOpening(cell)) return typeAhead(cell, event);
  const keys = event.ctrlKey || event.metaKey ? withCtrl : event.altKey ? withAlt : plain;
  const action = keys[event.key.length === 1 ? event.key.toLowerCase() : event.key];
  const types = event.key.length === 1 && keys === plain && event.key !== " " && !["?", "/", "+"].includes(event.key);
  if (!action && !types) return;
  event.preventDefault();
  event.stopPropagation();
  if (action) action(cell, event);
  else start(cell, event.key);
});

// The first click goes to a cell, the next one writes into it. Pressing the button moves the focus before the click comes.
let stoodIn = null;
document.addEventListener("mousedown", () => (stoodIn = document.activeElement), true);

document.addEventListener("click", (event) => {
  const cell = event.target.closest?.(".outline .item-row > td");
  if (!cell || event.target.closest("a, button, input, select, textarea, form, #menu")) return;
  if (event.ctrlKey || event.metaKey || event.shiftKey) return;
  if (stoodIn === cell && cell.dataset.field) start(cell);
  else cell.focus({ preventScroll: true });
});
document.addEventListener("dblclick", (event) => {
  const cell = event.target.closest?.(".outline .item-row > td");
  if (cell && !event.target.closest("form, button")) start(cell);
});
