// Ordering a ranked list once by a column, or as what is above its items stands.
import { refresh, view } from "./view.js";
import { done } from "./undo.js";
import { post } from "./server.js";
import { tell } from "./toasts.js";

document.addEventListener("click", async (event) => {
  const button = event.target.closest?.("[data-order]");
  if (!button) return;
  button.closest("details").removeAttribute("open");
  try {
    done((await post(`/${view().dataset.product}/rank/order`, { by: button.dataset.order, list: view().dataset.list })).said);
    await refresh(["panel"]);
  } catch (failure) {
    tell(failure.message, true);
  }
});
