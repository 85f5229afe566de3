// What a key does on the card in focus, on every page; the list under "?" names the keys.
import { logHours } from "./hours.js";
import { openAt, openMenu, rename } from "./menu.js";
import { view } from "./view.js";

const keyOf = (card) => card.dataset.key;
const productOf = (key) => key.replace(/\d+$/, "");

/** The control of a card where it has one, or the one that the menu has for it. */
async function control(card, selector, field) {
  const own = card.querySelector(selector);
  if (own) return own.click();
  await openAt(card, "menu");
  document.querySelector(`#menu form:has([value="${field}"]) :is(select, input:not([type=hidden]))`)?.focus();
}

const sizeOf = (card) => card.querySelector(".size [data-edit]") ?? document.querySelector(`#p-${keyOf(card)}-size .in-place`);

const actions = {
  F2: (card) => rename(keyOf(card)),
  F10: (card, event) => event.shiftKey && openMenu(card),
  ContextMenu: (card) => openMenu(card),
  s: (card) => control(card, "[data-edit=state], [data-work-state]", "state"),
  h: (card) => control(card, "[data-none]", "blocked"),
  z: (card) => sizeOf(card)?.click(),
  t: (card) => location.assign(`/${productOf(keyOf(card))}/threads?item=${keyOf(card)}`),
  w: (card) => (card.querySelector("[data-why]") ? card.querySelector("[data-why]").click() : openAt(card, "why")),
  l: logHours,
  i: () => document.querySelector("[data-panel-toggle]")?.click(),
};

document.addEventListener("keydown", (event) => {
  const card = event.target.matches?.(".card-link") && event.target.closest(".item-card");
  if (!card || event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey) return;
  const action = actions[event.key.length === 1 ? event.key.toLowerCase() : event.key];
  if (!action) return;
  event.preventDefault();
  action(card, event);
});

/** From anywhere to an item's place in the tree; from there to its place in the order. */
document.addEventListener("keydown", (event) => {
  const key = event.key === "F8" && event.target.closest?.(".item-card, .item-row")?.dataset.key;
  if (!key) return;
  event.preventDefault();
  const isTree = ["ladder", "outline"].includes(view()?.dataset.view);
  location.assign(isTree ? `/${productOf(key)}/rank/${key}` : `/${productOf(key)}/ladder?at=${key}&panel=1`);
});
