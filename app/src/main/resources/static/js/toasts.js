// What was done, told for a moment, with the way to take it back. Only the last deed is offered; troubles stay beside it.
const place = () => document.getElementById("toasts");

export function tell(words, trouble = false, acts = []) {
  const toast = show(words, trouble ? "toast is-trouble" : "toast", trouble ? 12000 : 4000);
  acts.forEach((act) => offer(toast, act));
}

/** Tells what the server says was done; `act` is what the toast offers to do about it. */
export function tellDone(said, act) {
  document.querySelectorAll(".toast[data-done]").forEach((old) => old.remove());
  const canBeUndone = said.operation || said.undo;
  const toast = show(said.words, "toast", canBeUndone ? 8000 : 4000);
  toast.dataset.done = "";
  if (canBeUndone && act) offer(toast, { words: act.words, run: () => act.run(said.operation) });
}

function offer(toast, act) {
  const button = Object.assign(document.createElement("button"), { type: "button", textContent: act.words });
  button.addEventListener("click", () => {
    toast.remove();
    act.run();
  });
  toast.append(button);
}

function show(words, className, time) {
  const toast = document.createElement("p");
  toast.className = className;
  toast.append(Object.assign(document.createElement("span"), { textContent: words }));
  place().append(toast);
  setTimeout(() => toast.remove(), time);
  return toast;
}
