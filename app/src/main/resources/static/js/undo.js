// Taking back: by key, from the toast after the deed, and from an item's history.
import { refresh } from "./view.js";
import { post } from "./server.js";
import { tell, tellDone } from "./toasts.js";

/** Tells what was done, and offers to take it back. */
export const done = (said) => said && tellDone(said, { words: "Take back", run: (operation) => takeBack(`/operations/${operation}/undo`) });

async function takeBack(url) {
  try {
    const { said } = await post(url, {});
    const again = url.endsWith("redo-last") ? "Take back" : "Do it again";
    tellDone(said, { words: again, run: (operation) => takeBack(`/operations/${operation}/undo`) });
    await refresh();
  } catch (failure) {
    tell(failure.message, true);
  }
}

document.addEventListener("click", (event) => {
  const button = event.target.closest?.("[data-undo]");
  if (button) takeBack(`/operations/${button.dataset.undo}/undo`);
});

document.addEventListener("keydown", (event) => {
  if (!(event.ctrlKey || event.metaKey) || event.altKey || event.target.matches("input, textarea, select")) return;
  const key = event.key.toLowerCase();
  const redo = key === "y" || (key === "z" && event.shiftKey);
  if (!redo && key !== "z") return;
  event.preventDefault();
  takeBack(redo ? "/operations/redo-last" : "/operations/undo-last");
});
