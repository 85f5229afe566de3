// The filter line: what is picked is a part of the address. Counts come when the picks are opened, and again after each pick.
import { go, refresh, view } from "./view.js";
import { post } from "./server.js";
import { put } from "./putting.js";
import { tell } from "./toasts.js";
import { done } from "./undo.js";

const place = () => document.getElementById("narrow");

// How many picks were made; what comes for an earlier one would take back what was picked meanwhile.
let made = 0;
let typing = null;
// The last of them: what is saved as a view is the list as it stands after it.
let picking = Promise.resolve();

async function fetchPicks(mine = made) {
  const url = document.querySelector("[data-filter-line]").dataset.narrowUrl;
  const answer = await fetch(url, { headers: { "HX-Request": "true" } }).catch(() => null);
  const picks = answer?.ok ? await answer.text() : null;
  if (picks === null || mine !== made || !place()) return;
  const focused = document.activeElement?.id;
  put(place(), picks, { morphStyle: "innerHTML" });
  if (focused) document.getElementById(focused)?.focus();
}

function addressOf(form) {
  const parameters = new URLSearchParams();
  for (const [name, value] of new FormData(form)) {
    // "None" is an empty value of a facet, as nothing chosen is one of a select.
    const says = value || form.querySelector(`[type="checkbox"][name="${CSS.escape(name)}"][value=""]:checked`);
    if (says && !parameters.getAll(name).includes(value)) parameters.append(name, value);
  }
  if (![...parameters.keys()].length) parameters.append("sort", "rank");
  return `/${form.dataset.product}/${form.dataset.view}?${parameters}`;
}

function pick(form) {
  const mine = ++made;
  picking = go(addressOf(form), ["panel"])
    .then(() => mine === made && fetchPicks(mine))
    .catch(() => {});
}

/** Enter reads what was typed: conditions become picks, and what is left are words to search for. */
async function read(form) {
  clearTimeout(typing);
  const field = form.querySelector("[type=search]");
  const line = field.value;
  const query = new URL(document.querySelector("[data-filter-line]").dataset.narrowUrl, location.href).searchParams;
  query.set("line", line);
  query.delete("text");
  const answer = line.trim() && (await fetch(`/${form.dataset.product}/narrow/read?${query}`).catch(() => null));
  if (answer?.ok && field.value === line) {
    const { picks, rest } = await answer.json();
    for (const [name, values] of Object.entries(picks)) {
      const box = (value) => ({ type: "checkbox", checked: true, hidden: true, name, value });
      for (const value of values) form.append(Object.assign(document.createElement("input"), box(value)));
    }
    if (Object.keys(picks).length) field.value = rest;
  }
  pick(form);
}

// The event does not bubble.
document.addEventListener("toggle", (event) => event.target.id === "narrow-choice" && event.target.open && fetchPicks(), true);

document.addEventListener("change", (event) => {
  const form = event.target.closest?.("[data-narrow-form]");
  if (!form || event.target.matches("[type=search], [data-mark-tint]")) return;
  const mode = event.target.closest("[data-narrow-mode]");
  if (mode) {
    const boxes = [...mode.closest("details").querySelectorAll("[data-value]")];
    for (const box of boxes) box.name = mode.value + mode.dataset.facet;
    // Until a value is picked there is nothing to find anew.
    if (!boxes.some((box) => box.checked)) return;
  }
  const quick = event.target.closest("[data-quick]");
  const flag = quick && document.getElementById(`flag-${quick.dataset.facet}`);
  if (flag) flag.value = quick.checked ? quick.value : "";
  const other =
    quick && !flag && [...form.elements].find((one) => one !== quick && one.name === quick.dataset.facet && one.value === quick.value);
  if (other) other.checked = quick.checked;
  if (event.target.matches("[data-mark-what]") && event.target.value) {
    const value = `${event.target.value}~${form.querySelector("[data-mark-tint]").value}`;
    form.append(Object.assign(document.createElement("input"), { type: "hidden", name: "mark", value }));
  }
  pick(form);
});

document.addEventListener("input", (event) => {
  if (!event.target.matches?.("[data-narrow-form] [type=search]")) return;
  clearTimeout(typing);
  typing = setTimeout(() => pick(event.target.form), 250);
});

document.addEventListener("submit", async (event) => {
  const { target } = event;
  if (!target.matches?.("[data-narrow-form], [data-view-form]")) return;
  event.preventDefault();
  if (target.matches("[data-narrow-form]")) return read(target);
  // What is typed into the form outlasts further picks; what it keeps is the list as it stands now.
  await picking;
  target.elements.query.value = document.getElementById("narrow-inner").dataset.query;
  try {
    tell((await post(target.getAttribute("action"), new FormData(target))).said.words);
    target.reset();
    document.activeElement?.blur();
    target.querySelector(".error").textContent = "";
    await refresh(["panel"]);
    await fetchPicks();
  } catch (failure) {
    target.querySelector(".error").textContent = failure.message;
  }
});

async function act(url, values) {
  try {
    const { said } = await post(url, values);
    if (said.words) done(said);
    await refresh(["panel"]);
    await fetchPicks();
  } catch (failure) {
    tell(failure.message, true);
  }
}

document.addEventListener("click", async (event) => {
  const button = event.target.closest?.(
    "[data-view-pin], [data-view-remove], [data-view-update], [data-view-rename], [data-view-copy], [data-seen-all]",
  );
  if (!button) return;
  await picking;
  const { product } = view().dataset;
  if (button.dataset.viewPin) act(`/${product}/views/${button.dataset.viewPin}/pin`, { pinned: button.dataset.pinned });
  else if (button.dataset.viewUpdate)
    act(`/${product}/views/${button.dataset.viewUpdate}/update`, {
      path: button.closest(".narrow-views").querySelector("[name=path]").value,
      query: document.getElementById("narrow-inner").dataset.query,
    });
  else if (button.dataset.viewCopy) act(`/${product}/views/${button.dataset.viewCopy}/copy`, {});
  else if (button.dataset.viewRename) renameView(button, product);
  else if (button.dataset.viewRemove) act(`/${product}/views/${button.dataset.viewRemove}/remove`, {});
  else act(button.dataset.url, {});
});

/** The name becomes a field; Enter saves it, Escape leaves it as it was. */
function renameView(button, product) {
  const link = button.closest("li").querySelector("a");
  const field = Object.assign(document.createElement("input"), { value: button.dataset.name, maxLength: 80 });
  field.setAttribute("aria-label", `New name of ${button.dataset.name}`);
  link.replaceWith(field);
  field.focus();
  field.select();
  field.addEventListener("keydown", (event) => {
    event.stopPropagation();
    if (event.key === "Enter") {
      event.preventDefault();
      act(`/${product}/views/${button.dataset.viewRename}/rename`, { name: field.value });
    }
    if (event.key === "Escape") {
      field.replaceWith(link);
      link.focus();
    }
  });
}
