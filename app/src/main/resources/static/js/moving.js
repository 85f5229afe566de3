// One way to move items, whatever asked for it: a drag, a key or the menu.
export function move(keys, where) {
  return htmx.ajax("POST", "/items/move", { source: "#view", swap: "none", values: { keys: keys.join(","), ...where } });
}
