// Files: picked or dropped on the item's field, sent one after the other as they are.
import { refresh } from "./view.js";
import { tell } from "./toasts.js";
import { done } from "./undo.js";
import { post, send } from "./server.js";

async function attach(key, files, error) {
  error.textContent = "";
  for (const file of files) {
    error.textContent = `Sending “${file.name}”…`;
    try {
      const events = await send(`/items/${key}/files?name=${encodeURIComponent(file.name)}`, file);
      error.textContent = "";
      done(events.said);
    } catch (failure) {
      error.textContent = failure.message;
      break;
    }
  }
  await refresh();
}

const errorOf = (node) => node.closest("[data-fold]").querySelector(".error");
const keyOf = (node) => node.closest("[data-key]").dataset.key;

document.addEventListener("change", (event) => {
  const pick = event.target;
  if (!pick.matches?.("[data-file-pick]")) return;
  attach(keyOf(pick), [...pick.files], errorOf(pick)).then(() => (pick.value = ""));
});

const dropPlace = (event) => ([...(event.dataTransfer?.types ?? [])].includes("Files") ? event.target.closest?.(".file-drop") : null);

document.addEventListener("dragover", (event) => {
  const place = dropPlace(event);
  document.querySelectorAll(".file-drop.is-over").forEach((other) => other !== place && other.classList.remove("is-over"));
  if (!place) return;
  event.preventDefault();
  place.classList.add("is-over");
});

document.addEventListener("drop", (event) => {
  const place = dropPlace(event);
  if (!place) return;
  event.preventDefault();
  place.classList.remove("is-over");
  attach(keyOf(place), [...event.dataTransfer.files], errorOf(place));
});

document.addEventListener("click", async (event) => {
  const button = event.target.closest?.("[data-file-remove]");
  if (!button) return;
  try {
    done((await post(`/items/${keyOf(button)}/files/remove`, { file: button.closest("[data-file]").dataset.file })).said);
  } catch (failure) {
    tell(failure.message, true);
  }
  await refresh();
});
