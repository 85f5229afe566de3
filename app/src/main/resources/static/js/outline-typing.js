// Filling in cells of the outline: by typing over them, downwards, or on all selected rows.
import { selection } from "./selection.js";
import { done } from "./undo.js";
import { refresh } from "./view.js";
import { post, settled } from "./server.js";
import { tell } from "./toasts.js";
import { currentCell, focusCell, keyIn, rows, step } from "./outline-cells.js";

// Cells whose form is on its way, with what is typed meanwhile: nobody waits for the server between two numbers.
const opening = new Map();

export const isOpening = (cell) => opening.has(cell);

export async function start(cell, typed = "") {
  const { field } = cell.dataset;
  if (!field) return;
  const spot = cell.querySelector(".value-field");
  const typing = { text: typed, entered: false };
  opening.set(cell, typing);
  // What was entered here before is on its way: its answer comes first, or the two would be taken for two people.
  if (spot.querySelector("form")) await settled();
  const answer = await fetch(`/items/${keyIn(cell)}/edit/${field}`, { headers: { "HX-Request": "true" } }).catch(() => null);
  const words = (await answer?.text().catch(() => null)) ?? "The server cannot be reached.";
  // Only now: until the form stands in the cell, every key is one typed ahead.
  opening.delete(cell);
  if (typing.left) return;
  if (!answer?.ok) return tell(words, true);
  // Whoever went on to another field meanwhile goes on typing there.
  const isElsewhere = document.activeElement.matches("input, textarea, select") && !spot.contains(document.activeElement);
  if (isElsewhere && !typing.text && !typing.entered) return;
  spot.innerHTML = words;
  const form = spot.querySelector("form");
  const input = form?.querySelector("[name=value]:not([type=hidden])");
  if (!input) return;
  if (typing.text && input.matches("input[type=text]")) input.value = typing.text;
  if (typing.everywhere) {
    form.remove();
    return setAll(field, typing.text || input.value);
  }
  if (typing.entered) {
    focusCell(currentCell());
    if (form.isConnected && !form.dataset.sent) form.requestSubmit();
    return;
  }
  if (isElsewhere) return;
  input.focus();
  if (!typing.text && input.matches("input[type=text]")) input.select();
}

/** Keys that come while a cell's form is on its way. */
export function typeAhead(cell, event) {
  const typing = opening.get(cell);
  if (event.key === "Enter" && event.ctrlKey && selection().length) typing.everywhere = true;
  else if (event.key === "Enter") {
    typing.entered = true;
    step(cell, 1);
  } else if (event.key === "Escape") typing.left = true;
  else if (event.key === "Backspace") typing.text = typing.text.slice(0, -1);
  else if (event.key.length === 1 && !event.ctrlKey && !event.metaKey) typing.text += event.key;
  else return;
  event.preventDefault();
  event.stopPropagation();
}

/** Sets a field of all selected rows to what the first of them, or the row in focus, has. */
async function setAll(field, value) {
  try {
    done((await post("/items/edit", { keys: selection().join(","), field, value })).said);
    await refresh();
  } catch (failure) {
    tell(failure.message, true);
  }
}

export async function fillDown(cell) {
  const { field } = cell.dataset;
  if (!field || selection().length < 2) return tell("Select the rows to fill first: Shift + ↓ from the cell with the value.", true);
  const source = rows().find((row) => selection().includes(row.dataset.key))?.dataset.key ?? selection()[0];
  const form = await fetch(`/items/${source}/edit/${field}`, { headers: { "HX-Request": "true" } }).then((answer) => answer.text());
  setAll(field, new DOMParser().parseFromString(form, "text/html").querySelector("[name=seen]").value);
}

// Enter in a cell saves it and goes on to the one below; with Ctrl the value goes to every selected row.
document.addEventListener(
  "keydown",
  (event) => {
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
  },
  true,
);

document.addEventListener("saved", (event) => {
  const cell = event.target.closest?.(".outline td");
  if (cell && (document.activeElement === document.body || cell.contains(document.activeElement))) cell.focus({ preventScroll: true });
});
