// What was done in this window, the last at the end, and what of it was taken back: the undo key means these alone.
const MOST = 30;
// What was done so long ago is not what somebody means who presses a key now.
const LATELY = 8 * 3600 * 1000;
const read = (name) => JSON.parse(sessionStorage.getItem(name) ?? "[]").filter((deed) => Date.now() - deed.at < LATELY);
const write = (name, list) => sessionStorage.setItem(name, JSON.stringify(list.slice(-MOST)));

/** Where something is done: a page, or the set-up that stands in its place. */
const here = () => location.pathname + (new URLSearchParams(location.search).has("setup") ? " set-up" : "");

/**
 * A deed is `words` and what takes it back: the number of an `operation`, or the address `undo` with `redo` for doing it again;
 * each with its values; `along` are addresses of what goes with it.
 */
const deedOf = (said) => ({ items: [], ...said, place: here(), at: Date.now() });

/** Notes what was told; what has neither an operation nor a way back is kept too, since it cannot be undone. */
export function note(said) {
  if (!said.words) return;
  write("deeds", [...read("deeds"), deedOf(said)]);
  write("undone", []);
}

export const last = () => read("deeds").at(-1);
export const lastUndone = () => read("undone").at(-1);

export const drop = () => write("deeds", read("deeds").slice(0, -1));
const same = (one, other) => (one.operation ? one.operation === other.operation : one.undo === other.undo);
const without = (name, deed) =>
  write(
    name,
    read(name).filter((one) => !same(one, deed)),
  );

/** A deed was taken back by another one, which takes that back in turn. */
export function takenBack(deed, back) {
  without("deeds", deed);
  write("undone", [...read("undone"), { ...deed, ...back, at: Date.now() }]);
}

/** What had been taken back was done again. */
export function doneAgain(deed, again) {
  without("undone", deed);
  write("deeds", [...read("deeds"), { ...deed, ...again, at: Date.now() }]);
}

const NAMED = ["data-key", "data-band", "data-trough", "data-opens", "data-sprint", "data-release"];

/** Whether something of a deed is on this page, or it was done here. */
export const isShown = (deed) =>
  deed.place === here() || deed.items.some((key) => NAMED.some((name) => document.querySelector(`#view [${name}="${CSS.escape(key)}"]`)));
