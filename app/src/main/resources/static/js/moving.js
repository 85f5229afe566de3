// One way to move items, whatever asked for it: a drag, a key or the menu.
import { refresh } from "./view.js";
import { done } from "./undo.js";
import { tell } from "./toasts.js";
import { post } from "./server.js";

export async function move(keys, where) {
  try {
    const events = await post("/items/move", { keys: keys.join(","), ...where });
    done(events.said);
    await refresh();
  } catch (failure) {
    tell(failure.message, true);
  }
}
