// One way to move items, whatever asked for it: a drag, a key or the menu.
import { refresh, view } from "./view.js";
import { done } from "./undo.js";
import { tell } from "./toasts.js";
import { post } from "./server.js";

/** In a ranked list places are counted among what is listed, and what others moved meanwhile is told. */
const inList = () => {
  const { product, list, seen } = view().dataset;
  return list === undefined ? null : { url: `/${product}/rank/move`, values: { list, seen } };
};

export async function move(keys, where) {
  const listed = inList();
  try {
    const events = await post(listed?.url ?? "/items/move", { keys: keys.join(","), ...where, ...listed?.values });
    done(events.said);
    await refresh();
  } catch (failure) {
    tell(failure.message, true);
    if (listed) await refresh();
  }
}

/** A form that moves to a position does so in the list that is open. */
export function aimAtList(form) {
  const listed = inList();
  if (!listed || !form) return;
  form.action = listed.url;
  for (const [name, value] of Object.entries(listed.values)) form.append(Object.assign(document.createElement("input"), { type: "hidden", name, value }));
}
