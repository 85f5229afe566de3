// Links between items.
import { post } from "./server.js";
import { tell } from "./toasts.js";
import { done } from "./undo.js";
import { refresh } from "./view.js";

/** Makes a link of an item to another, and tells what the plan says against it. */
export async function link(from, type, to) {
  try {
    done((await post(`/items/${from}/linked`, { type, to })).said);
    await refresh();
  } catch (failure) {
    tell(failure.message, true);
  }
}

// Only what contributes to something has a share in it.
document.addEventListener("change", (event) => {
  const type = event.target.closest?.("[data-link-type]");
  if (!type) return;
  const share = type.form.querySelector("[data-link-share]");
  share.hidden = type.value !== "contributes to";
  if (share.hidden) share.value = "";
});
