// One way to move items, whatever asked for it: a drag, a key or the menu.
import { refresh, tell } from "./view.js";
import { post } from "./server.js";

export async function move(keys, where) {
  try {
    const events = await post("/items/move", { keys: keys.join(","), ...where });
    if (keys.length > 1) tell(events.said.words);
    await refresh();
  } catch (failure) {
    tell(failure.message, true);
  }
}
