// Planning work into sprints and releases, whatever asked for it: a drag, a key or a menu.
import { clearSelection, subjects } from "./selection.js";
import { closeMenu, openMenu } from "./menu.js";
import { refresh, view } from "./view.js";
import { done } from "./undo.js";
import { post } from "./server.js";
import { tell } from "./toasts.js";

const menu = document.getElementById("menu");

async function act(url, values) {
  try {
    done((await post(`/${view().dataset.product}/plan/${url}`, values)).said);
    clearSelection();
    await refresh();
    document.dispatchEvent(new CustomEvent("planned"));
    return true;
  } catch (failure) {
    tell(failure.message, true);
    return false;
  }
}

/** The sprint that is opened in place and that something stands in; empty for none. */
export const sprintOf = (element) => element.closest("[data-sprint]:not(#view)")?.dataset.sprint ?? "";

/** Plans items into a place: `{sprint}` or `{release}`, as candidates where that is wanted. */
export const planInto = (keys, place, candidates = false) => act("into", { keys: keys.join(","), ...place, candidates });

export const takeOut = (keys, place) => act("out", { keys: keys.join(","), ...place });

export const order = (sprint, keys, before) => act(`sprints/${sprint}/order`, { keys: keys.join(","), before: before ?? "" });

function choose(button) {
  const { key } = menu.firstElementChild.dataset;
  const { kind, place } = button.dataset;
  const candidates = menu.querySelector("[data-as-candidates]")?.checked ?? false;
  const where = kind === "release" ? { release: place } : { sprint: place };
  const out = button.matches("[data-plan-out]");
  const keys = subjects(key);
  closeMenu();
  return out ? takeOut(keys, where) : planInto(keys, where, candidates && kind !== "release");
}

document.addEventListener("click", (event) => {
  const button = event.target.closest?.("#menu [data-plan-into], #menu [data-plan-out]");
  if (button) choose(button);
});

// In the list of places, a number picks one.
document.addEventListener("keydown", (event) => {
  if (!menu || menu.hidden || !menu.querySelector("[data-plan-places]") || event.ctrlKey || event.altKey || event.metaKey) return;
  if (!/^[1-9]$/.test(event.key)) return;
  const button = menu.querySelectorAll("[data-plan-into]")[Number(event.key) - 1];
  if (!button) return;
  event.preventDefault();
  choose(button);
});

function openPlaces(key) {
  htmx.ajax("GET", `/${view().dataset.product}/bench/places?item=${key}`, { source: menu, target: menu, swap: "innerHTML" });
}

// From the menu of a card the list of places takes the menu's place.
document.addEventListener("click", (event) => {
  if (event.target.closest?.("[data-menu-plan]")) openPlaces(menu.firstElementChild.dataset.key);
});

document.addEventListener("keydown", (event) => {
  const card = event.target.matches?.(".card-link") && event.target.closest(".item-card");
  if (!card || event.ctrlKey || event.altKey || event.metaKey) return;
  if (event.key.toLowerCase() !== "p") return;
  event.preventDefault();
  planByKey(card);
});

/** Opens the list of places beside a card. */
export function planByKey(card) {
  const button = card.querySelector("[data-menu]");
  if (button?.dataset.from) return button.click();
  // Where the menu of a card is one of many things, its list of places comes next.
  document.addEventListener("htmx:afterSwap", () => openPlaces(card.dataset.key), { once: true });
  return openMenu(card);
}
