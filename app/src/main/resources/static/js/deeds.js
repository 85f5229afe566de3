// What was done in this window, the last at the end, so that the undo key means what was told last.
const MOST = 30;
const read = (name) => JSON.parse(sessionStorage.getItem(name) ?? "[]");
const write = (name, list) => sessionStorage.setItem(name, JSON.stringify(list.slice(-MOST)));

/** Notes what was told; what has neither an operation nor a way back is kept too, since it cannot be undone. */
export function note({ words, operation, undo }) {
  if (words) write("deeds", [...read("deeds"), { words, operation, undo }]);
}

export const last = () => read("deeds").at(-1);

export function drop() {
  write("deeds", read("deeds").slice(0, -1));
}

/** Takes a deed off that was undone by its own address. */
export function forget(url) {
  write(
    "deeds",
    read("deeds").filter((deed) => (deed.undo ?? `/operations/${deed.operation}/undo`) !== url),
  );
}

/** Operations that cannot be undone and are passed over. */
export const skipped = () => read("skipped");

export function skip(operation) {
  write("skipped", [...skipped(), operation]);
}
