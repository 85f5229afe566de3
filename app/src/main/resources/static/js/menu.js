// The menu of a card: fetched when asked for, beside the card, about all selected cards where the card is one of them.
import { subjects, cardOf } from "./selection.js";
import { aimAtList, move } from "./moving.js";
import { edit } from "./fields.js";
import { tell } from "./toasts.js";

const menu = document.getElementById("menu");
let opener = null;

export function closeMenu() {
  if (!menu || menu.hidden) return;
  menu.hidden = true;
  menu.replaceChildren();
  if (opener?.isConnected && opener.matches("[data-why]")) opener.focus();
  else opener?.closest(".item-card")?.querySelector(".card-link, td")?.focus();
}

/** As near to where it was opened as the window lets it stand whole. */
function fit(top) {
  menu.style.top = `${Math.max(8, Math.min(top, innerHeight - menu.offsetHeight - 8))}px`;
}

// A part of the menu that opens makes it taller. The event does not bubble.
document.addEventListener("toggle", (event) => menu?.contains(event.target) && fit(menu.getBoundingClientRect().top), true);

document.addEventListener("click", (event) => {
  const button = event.target.closest("[data-menu], [data-ready], [data-split-here], [data-why]");
  if (button) {
    opener = button;
    if (button.dataset.from) {
      htmx.ajax("GET", button.dataset.from, { source: menu, target: menu, swap: "innerHTML" });
      return;
    }
    const key = button.dataset.splitHere ?? button.closest("[data-key]").dataset.key;
    const what = button.matches("[data-split-here]")
      ? "split"
      : button.matches("[data-ready]")
        ? "ready"
        : button.matches("[data-why]")
          ? "why"
          : "menu";
    const siblings = what === "menu" && isAmongSiblings(button) ? "?siblings=true" : "";
    htmx.ajax("GET", `/items/${key}/${what}${siblings}`, { source: menu, target: menu, swap: "innerHTML" });
  } else if (!event.target.closest("#menu")) closeMenu();
});

document.addEventListener("htmx:afterSwap", (event) => {
  if (event.detail.target !== menu) return;
  menu.hidden = false;
  const box = opener.getBoundingClientRect();
  menu.style.left = `${Math.max(8, Math.min(box.left, innerWidth - menu.offsetWidth - 8))}px`;
  fit(box.bottom + 4);
  const { key } = menu.firstElementChild.dataset;
  const keys = subjects(key);
  if (menu.querySelector("[data-alone]")) return menu.querySelector("input, button, textarea")?.focus();
  const position = menu.querySelector("[name=position]");
  aimAtList(position?.form);
  if (position) position.value = shownPosition(key) ?? position.value;
  menu.querySelectorAll("[name=keys]").forEach((input) => (input.value = keys.join(",")));
  if (keys.length > 1) menu.querySelector("[data-menu-subject]").textContent = `and ${keys.length - 1} more`;
  menu.querySelector("button, a, input, select")?.focus();
});

/** Opens what there is to a card beside it: its `menu`, or `why` its figures are what they are. */
export function openAt(card, what) {
  opener = card.querySelector(".card-link") ?? card;
  const siblings = what === "menu" && isAmongSiblings(opener) ? "?siblings=true" : "";
  return htmx.ajax("GET", `/items/${card.dataset.key}/${what}${siblings}`, { source: menu, target: menu, swap: "innerHTML" });
}

export function openMenu(card) {
  const button = card.querySelector("[data-menu]");
  if (button) button.click();
  else openAt(card, "menu");
}

/** Whether the list before one's eyes is of the items beside each other, rather than of a whole level. */
function isAmongSiblings(button) {
  const card = button.closest(".item-card");
  if (card?.matches(".outline:not(.ranked) .item-row")) return true;
  return Boolean(card?.closest("[data-column]")?.dataset.parent);
}

/** The cards beside one as they are shown, all of them; null where only a stretch of them is drawn. */
function shownBeside(key) {
  const card = cardOf(key);
  const scroll = card?.closest("[data-outline-scroll]");
  const column = card?.closest("[data-column]");
  if (scroll) {
    const rows = [...scroll.querySelectorAll(".item-row")];
    return rows.length < Number(scroll.dataset.count) ? null : rows.filter((row) => row.dataset.parent === card.dataset.parent);
  }
  return column && !column.querySelector(".earlier, [hx-trigger]") ? [...column.querySelectorAll("[data-cards] > .item-card")] : null;
}

/** The place of a card as its list is shown. */
function shownPosition(key) {
  const listed = cardOf(key)?.dataset.position;
  if (listed) return listed;
  const place = shownBeside(key)?.indexOf(cardOf(key)) ?? -1;
  return place < 0 ? null : place + 1;
}

// A position counts as the list is shown: it becomes a place behind the one that is shown before it.
document.addEventListener(
  "submit",
  (event) => {
    const field = event.target.elements?.position;
    const place = Number(field?.value);
    const moved = field?.form.elements.keys?.value.split(",") ?? [];
    const beside = menu?.contains(field ?? null) && !cardOf(moved[0])?.dataset.position ? shownBeside(moved[0]) : null;
    if (!beside || !Number.isInteger(place) || place < 1) return;
    const others = beside.map((card) => card.dataset.key).filter((key) => !moved.includes(key));
    // What is no place among them the server says so of.
    if (!others.length || place > others.length + 1) return;
    const [name, value] = place === 1 ? ["before", others[0]] : ["after", others[Math.min(place - 2, others.length - 1)]];
    field.form.append(Object.assign(document.createElement("input"), { type: "hidden", name, value }));
    [field, field.form.elements.siblings].forEach((one) => one && (one.disabled = true));
  },
  true,
);

// Parts of the menu that fetch more.
document.addEventListener("change", (event) => {
  if (!event.target.matches?.("[data-menu-field]")) return;
  const place = menu.querySelector("[data-menu-value]");
  menu.querySelector("[data-menu-hint]").hidden = event.target.value !== "labels";
  place.replaceChildren();
  if (event.target.value)
    htmx.ajax("GET", `/items/${menu.firstElementChild.dataset.key}/control/${event.target.value}`, {
      source: place,
      target: place,
      swap: "innerHTML",
    });
});

async function copy(keys) {
  const text = await fetch(
    `/${document.getElementById("view").dataset.product ?? keys[0].replace(/\d+$/, "")}/outline/text?keys=${keys.join(",")}`,
  ).then((answer) => answer.text());
  try {
    await navigator.clipboard.writeText(text);
    tell(`Copied ${text.split("\n").length - 1} lines.`);
  } catch {
    tell("The browser does not let pages copy here.", true);
  }
}

document.addEventListener("click", (event) => {
  const { key } = menu?.firstElementChild?.dataset ?? {};
  if (event.target.closest?.("[data-menu-split]"))
    htmx.ajax("GET", `/items/${key}/split`, { source: menu, target: menu, swap: "innerHTML" });
  if (event.target.closest?.("[data-menu-copy]")) {
    copy(subjects(key));
    closeMenu();
  }
});

document.addEventListener("click", (event) => {
  const button = event.target.closest("#menu [data-do]");
  if (!button) return;
  const { key } = menu.firstElementChild.dataset;
  const what = button.dataset.do;
  closeMenu();
  if (what === "rename") rename(key);
  else move(subjects(key), { to: what });
});

export function rename(key) {
  const field = cardOf(key)?.querySelector(".item-title");
  if (field) edit(field, key, "title");
}

document.addEventListener("saved", (event) => event.target.matches("[data-menu-form]") && closeMenu());
document.addEventListener("click", (event) => event.target.closest?.("[data-menu-close]") && closeMenu());
document.addEventListener("keydown", (event) => {
  if (event.key === "Escape" && menu && !menu.hidden) {
    event.preventDefault();
    closeMenu();
  }
});
