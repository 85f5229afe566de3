// One way to move items, whatever asked for it: a drag, a key or the menu.
import { go, refresh, view } from "./view.js";
import { cardOf } from "./selection.js";
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
    await focusMoved(keys[0], where);
  } catch (failure) {
    tell(failure.message, true);
    if (listed) await refresh();
  }
}

/**
 * The focus goes where the first of the moved items now stands, also where that is not drawn yet; what went under an item that
 * is not open stays out of sight, and the focus is on that item.
 */
async function focusMoved(key, { under, to }) {
  if (!cardOf(key) && to && !under && view()?.dataset.way !== undefined) {
    const url = new URL(location.href);
    url.searchParams.set("at", key);
    await go(url.pathname + url.search);
  }
  const card = cardOf(key) ?? (under ? cardOf(under) : null);
  (card?.querySelector(".card-link") ?? card?.querySelector("td[tabindex]"))?.focus();
  card?.scrollIntoView({ block: "nearest" });
}

/** A form that moves to a position does so in the list that is open. */
export function aimAtList(form) {
  const listed = inList();
  if (!listed || !form) return;
  form.action = listed.url;
  for (const [name, value] of Object.entries(listed.values))
    form.append(Object.assign(document.createElement("input"), { type: "hidden", name, value }));
}
