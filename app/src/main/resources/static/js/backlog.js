// Lists side by side: rows are put from one into another and to a place within, by dragging and by keys; dropped on a release
// or an epic beside them, they become its.
import { clearSelection, subjects } from "./selection.js";
import { planInto } from "./planning.js";
import { post } from "./server.js";
import { tell } from "./toasts.js";
import { done } from "./undo.js";
import { refresh, view } from "./view.js";

const isHere = () => view()?.dataset.view === "backlog";
const listOf = (element) => element?.closest("[data-list]");
const lists = () => [...document.querySelectorAll("[data-list]")];
const rowsOf = (list) => [...list.querySelectorAll(".backlog-row")];
const linkOf = (row) => row?.querySelector(".card-link");

async function act(url, values, focus) {
  try {
    done((await post(url, values)).said);
    clearSelection();
    await refresh();
    linkOf(document.getElementById(`card-${focus}`))?.focus();
  } catch (failure) {
    tell(failure.message, true);
    await refresh();
  }
}

/** Puts items into a list before one of its rows; without one to its end, or behind its last row where order is by rank. */
function put(keys, list, before = "") {
  const last = rowsOf(list)
    .filter((row) => !keys.includes(row.dataset.key))
    .at(-1);
  const after = before ? "" : (last?.dataset.key ?? "");
  const values = { keys: keys.join(","), sprint: list.dataset.listSprint ?? "", before, after };
  return act(`/${view().dataset.product}/backlog/move`, values, keys[0]);
}

let dragged = null;
let drop = null;

function clearMarks() {
  document.querySelectorAll(".drop-into, .drop-before").forEach((one) => one.classList.remove("drop-into", "drop-before"));
  drop = null;
}

function mark(element, className, does) {
  element.classList.add(className);
  drop = does;
}

document.addEventListener("dragstart", (event) => {
  const row = event.target.closest?.(".backlog-row");
  if (!row) return;
  dragged = subjects(row.dataset.key);
  event.dataTransfer.effectAllowed = "move";
  event.dataTransfer.setData("text/plain", dragged.join(" "));
  document.body.classList.add("dragging");
});

document.addEventListener("dragover", (event) => {
  if (!dragged) return;
  clearMarks();
  const keys = dragged;
  const release = event.target.closest?.(".backlog-panes [data-release]");
  const parent = event.target.closest?.("[data-pane-parent]");
  const list = listOf(event.target.closest?.("[data-list]"));
  if (release) mark(release, "drop-into", () => planInto(keys, { release: release.dataset.release }));
  else if (parent) mark(parent, "drop-into", () => act("/items/move", { keys: keys.join(","), under: parent.dataset.paneParent }, keys[0]));
  else if (list?.dataset.mayPlan) {
    const below = rowsOf(list)
      .filter((row) => !keys.includes(row.dataset.key))
      .find((row) => {
        const box = row.getBoundingClientRect();
        return event.clientY < box.top + box.height / 2;
      });
    if (below) mark(below, "drop-before", () => put(keys, list, below.dataset.key));
    else mark(list, "drop-into", () => put(keys, list));
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
});

/** Alt and an arrow: up and down within the list, left and right to the end of the list beside it. */
function shift(row, key) {
  const list = listOf(row);
  const keys = subjects(row.dataset.key);
  if (!list.dataset.mayPlan) return;
  if (key === "ArrowLeft" || key === "ArrowRight") {
    const other = lists()[lists().indexOf(list) + (key === "ArrowLeft" ? -1 : 1)];
    if (other) put(keys, other, key === "ArrowRight" && !other.dataset.listSprint ? (rowsOf(other)[0]?.dataset.key ?? "") : "");
    return;
  }
  const others = rowsOf(list);
  const places = keys.map((one) => others.findIndex((other) => other.dataset.key === one)).filter((at) => at >= 0);
  if (key === "ArrowUp") {
    const above = others[Math.min(...places) - 1];
    if (above) put(keys, list, above.dataset.key);
  } else {
    const below = others[Math.max(...places) + 1];
    if (below) put(keys, list, others[Math.max(...places) + 2]?.dataset.key ?? "");
  }
}

function walk(row, key) {
  const list = listOf(row);
  const other = lists()[lists().indexOf(list) + (key === "ArrowLeft" ? -1 : 1)];
  if (!other) return;
  const place = rowsOf(list).indexOf(row);
  const to = rowsOf(other)[Math.min(place, rowsOf(other).length - 1)];
  (linkOf(to) ?? other.querySelector("[name=title]"))?.focus();
}

document.addEventListener(
  "keydown",
  (event) => {
    if (!isHere() || event.ctrlKey || event.metaKey) return;
    const row = event.target.matches?.(".card-link") && event.target.closest(".backlog-row");
    if (!row) return;
    const sideways = event.key === "ArrowLeft" || event.key === "ArrowRight";
    if (event.altKey && event.key.startsWith("Arrow")) shift(row, event.key);
    else if (!event.altKey && sideways) walk(row, event.key);
    else if (!event.altKey && event.key.toLowerCase() === "n") listOf(row).querySelector("[data-add] [name=title]")?.focus();
    else return;
    event.preventDefault();
    event.stopPropagation();
  },
  true,
);
