// Undo: by key, from the toast after the deed, and from an item's history. The key takes back what was done in this window, the
// last first, as long as something of it is shown; anything else only when asked.
import { cardOf, refreshAll } from "./view.js";
import { post } from "./server.js";
import { tell, tellDone } from "./toasts.js";
import { undoesTyping } from "./typed.js";
import * as deeds from "./deeds.js";

/** Tells what was done, and offers to undo it. */
export function done(said) {
  if (!said) return;
  if (!said.idle) deeds.note(said);
  tellDone(said, { words: "Undo", run: () => takeBack(said) });
}

const addressOf = (deed) => deed.undo ?? `/operations/${deed.operation}/undo`;

/** What takes a deed back that takes another one back. */
const backOf = (deed, said) =>
  deed.undo
    ? { undo: deed.redo, redo: deed.undo, values: deed.redoValues, redoValues: deed.values }
    : { operation: said.operation, along: deed.along && { undo: deed.along.redo, redo: deed.along.undo } };

async function reversed(deed, values) {
  const { said } = await post(addressOf(deed), { ...deed.values, ...values });
  if (deed.along) await post(deed.along.undo, {});
  return { ...deed, ...backOf(deed, said), words: said.words, idle: said.idle };
}

async function takeBack(deed, values = {}) {
  try {
    const back = await reversed(deed, values);
    deeds.takenBack(deed, back);
    tellDone(back, { words: "Redo", run: () => doAgain(back) });
    const gone = (deed.items ?? []).filter((key) => !cardOf(key));
    await refreshAll();
    showAgain(deed, gone);
  } catch (failure) {
    tell(failure.message, true, failure.operation ? waysOn(deed) : []);
  }
}

async function doAgain(deed) {
  try {
    const again = await reversed(deed, {});
    deeds.doneAgain(deed, again);
    tellDone(again, { words: "Undo", run: () => takeBack(again) });
    const gone = (deed.items ?? []).filter((key) => !cardOf(key));
    await refreshAll();
    showAgain(deed, gone);
  } catch (failure) {
    tell(failure.message, true);
  }
}

/** What came back is looked at where it is, rather than the top of the page or what stands beside it. */
function showAgain({ items = [] }, gone) {
  const { activeElement: at } = document;
  const keys = at === document.body ? items : at.closest(".item-card") ? gone : [];
  const card = keys.map(cardOf).find(Boolean);
  card?.scrollIntoView({ block: "nearest" });
  card?.querySelector(".card-link, td")?.focus({ preventScroll: true });
}

/** What can be done where an operation cannot be undone whole. */
const waysOn = (deed) => [
  { words: "Undo what still can be", run: () => takeBack(deed, { parts: true }) },
  { words: "Skip it", run: skip },
];

function skip() {
  deeds.drop();
  undoLast();
}

const HISTORY = {
  words: "Open History",
  run: () => location.assign(`/${document.body.dataset.product}/history`),
};

function undoLast() {
  const last = deeds.last();
  if (!last) {
    return tell("Nothing is left to undo that was done in this window. What was done before stands in History.", false, [HISTORY]);
  }
  if (!last.undo && !last.operation) {
    deeds.drop();
    return tell(`“${last.words}” cannot be undone. Undo again to go on to what was done before it.`);
  }
  if (!deeds.isShown(last)) {
    return tell(`What you did last is not on this page: “${last.words}”.`, false, [{ words: "Undo it", run: () => takeBack(last) }]);
  }
  return takeBack(last);
}

function redoLast() {
  const last = deeds.lastUndone();
  if (!last) return tell("There is nothing to redo.");
  if (!deeds.isShown(last)) {
    const act = { words: "Redo it", run: () => doAgain(last) };
    return tell(`What you took back last is not on this page: “${last.words}”.`, false, [act]);
  }
  return doAgain(last);
}

// What a form did that led to this page.
const before = document.getElementById("done-before");
if (before) done(JSON.parse(before.value));

document.addEventListener("click", (event) => {
  const button = event.target.closest?.("[data-undo]");
  if (!button) return;
  const item = button.dataset.undoItem;
  takeBack({ operation: Number(button.dataset.undo), items: item ? [item] : [] }, item ? { item } : {});
});

document.addEventListener("keydown", (event) => {
  if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
  const key = event.key.toLowerCase();
  const redo = key === "y" || (key === "z" && event.shiftKey);
  if (!redo && key !== "z") return;
  // In a field the browser takes back what was typed; once that was sent, the key means what was done.
  if (event.target.matches("input, textarea") && undoesTyping(event.target)) return;
  event.preventDefault();
  if (redo) redoLast();
  else undoLast();
});
