// Which cards are selected, and which are taken up to be put elsewhere. Kept by key, so that redrawn cards are found again.
const selected = new Set();
const extras = [];
let takenUp = [];

export const cardOf = (key) => document.getElementById(`card-${key}`) ?? document.getElementById(`loose-${key}`);

/** The selected items, in the order in which they were selected. */
export const selection = () => [...selected];

/** The keys that an action on this card is about: the selection if the card is in it, else the card alone. */
export const subjects = (key) => (selected.has(key) ? [...selected] : [key]);

/** Rows that only show the way to what a filter found are not selected: what is done to many is not done to them. */
export function select(key, on = !selected.has(key)) {
  if (on && cardOf(key)?.matches(".is-on-the-way")) return;
  if (on) selected.add(key);
  else selected.delete(key);
  drawSelection();
}

export function clearSelection() {
  selected.clear();
  takenUp = [];
  drawSelection();
}

export function takeUp(keys) {
  takenUp = keys;
  drawSelection();
}

export const taken = () => takenUp;

/** Adds something to the bar that tells how much is selected. */
export const withSelection = (make) => extras.push(make);

export function drawSelection() {
  // An outline draws a stretch of its rows: what is not drawn may still be there.
  if (!document.querySelector(".outline")) for (const key of selected) if (!cardOf(key)) selected.delete(key);
  document.querySelectorAll(".item-card").forEach((card) => {
    card.classList.toggle("is-selected", selected.has(card.dataset.key));
    if (card.matches("tr")) card.setAttribute("aria-selected", selected.has(card.dataset.key));
    card.classList.toggle("is-taken-up", takenUp.includes(card.dataset.key));
  });
  document.dispatchEvent(new CustomEvent("selection-changed"));
  const bar = document.querySelector("[data-selection]");
  if (!bar) return;
  const words = takenUp.length
    ? `${takenUp.length} taken up: Ctrl + V puts them under a card`
    : selected.size
      ? `${selected.size} selected`
      : "";
  bar.hidden = !words;
  bar.replaceChildren(words);
  if (words) {
    const clear = Object.assign(document.createElement("button"), { type: "button", textContent: "Clear" });
    clear.addEventListener("click", clearSelection);
    if (!takenUp.length) {
      const act = Object.assign(document.createElement("button"), { type: "button", textContent: "Actions…" });
      act.addEventListener("click", (event) => {
        event.stopPropagation();
        cardOf([...selected][0])
          ?.querySelector("[data-menu]")
          .click();
      });
      bar.append(" ", act, " ", ...extras.map((make) => make()));
    }
    bar.append(" ", clear);
  }
}
