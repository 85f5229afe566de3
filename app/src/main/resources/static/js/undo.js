// Undo: by key, from the toast after the deed, and from an item's history. What was told last is what the key takes back.
import { refresh } from "./view.js";
import { post } from "./server.js";
import { tell, tellDone } from "./toasts.js";
import { undoesTyping } from "./typed.js";
import * as deeds from "./deeds.js";

/** Tells what was done, and offers to undo it. */
export function done(said) {
  if (!said) return;
  if (!said.idle) deeds.note(said);
  tellDone(said, { words: "Undo", run: () => undo(said) });
}

const undo = (said) => takeBack(said.undo ?? `/operations/${said.operation}/undo`);

async function takeBack(url, values = {}) {
  try {
    const { said } = await post(url, values);
    deeds.forget(url);
    const again = url.endsWith("redo-last") ? "Undo" : "Redo";
    tellDone(said, { words: again, run: (operation) => takeBack(`/operations/${operation}/undo`) });
    await refresh();
  } catch (failure) {
    tell(failure.message, true, failure.operation ? waysOn(failure.operation) : []);
  }
}

/** What can be done where an operation cannot be undone whole. */
const waysOn = (operation) => [
  { words: "Undo what still can be", run: () => takeBack(`/operations/${operation}/undo`, { parts: true }) },
  { words: "Skip it", run: () => skip(operation) },
];

function skip(operation) {
  deeds.skip(operation);
  undoLast();
}

function undoLast() {
  const last = deeds.last();
  if (last?.undo) return takeBack(last.undo);
  if (last && !last.operation) {
    deeds.drop();
    return tell(`“${last.words}” cannot be undone. Undo again to go on to what was done before it.`);
  }
  deeds.drop();
  return takeBack("/operations/undo-last", { skip: deeds.skipped() });
}

document.addEventListener("click", (event) => {
  const button = event.target.closest?.("[data-undo]");
  if (button) takeBack(`/operations/${button.dataset.undo}/undo`);
});

document.addEventListener("keydown", (event) => {
  if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
  // In a field the browser takes back what was typed; once that was sent, the key means what was done.
  if (event.target.matches("input, textarea") && undoesTyping(event.target)) return;
  const key = event.key.toLowerCase();
  const redo = key === "y" || (key === "z" && event.shiftKey);
  if (!redo && key !== "z") return;
  event.preventDefault();
  if (redo) takeBack("/operations/redo-last");
  else undoLast();
});
