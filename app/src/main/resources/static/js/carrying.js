// A selection travels: into a form that makes something of it, into a sprint or release, or as a list to share.
import { cardOf, selection, withSelection } from "./selection.js";
import { planByKey } from "./planning.js";
import { tell } from "./toasts.js";
import { view } from "./view.js";

const LONGEST_ADDRESS = 6000;
const MOST_SHARED = 60;

const pages = { reviews: "A review", baselines: "A baseline", tests: "A round of tests", pages: "A page" };

/** A choice of where the selection goes, in the bar that tells how much is selected. */
function sendChoice() {
  const choice = document.createElement("select");
  choice.setAttribute("aria-label", "Send the selection to");
  choice.dataset.sendTo = "";
  choice.append(new Option("Send to…", ""));
  Object.entries(pages).forEach(([value, words]) => choice.append(new Option(words, value)));
  choice.append(new Option("A sprint or release", "plan"), new Option("A list to share", "list"));
  return choice;
}

withSelection(sendChoice);

async function share(keys) {
  if (keys.length > MOST_SHARED) return tell(`A list to share holds at most ${MOST_SHARED} items.`, true);
  const address = `/${view().dataset.product}/outline?${keys.map((key) => `key=${key}`).join("&")}`;
  const copied = await navigator.clipboard
    ?.writeText(location.origin + address)
    .then(() => true)
    .catch(() => false);
  return tell(copied ? "The address of the list is copied." : "The list has an address of its own.", false, [
    { words: "Open it", run: () => location.assign(address) },
  ]);
}

document.addEventListener("change", ({ target }) => {
  if (!target.matches?.("[data-send-to]")) return;
  const { value } = target;
  target.value = "";
  const keys = selection();
  const list = keys.join(",");
  if (value === "list") share(keys);
  else if (value === "plan") planByKey(cardOf(keys[0]));
  else if (list.length > LONGEST_ADDRESS) tell("These are too many to send at once.", true);
  else if (value) location.assign(`/${view().dataset.product}/${value}?items=${list}`);
});

/** A form that takes items opens with those that the address brings. */
const brought = new URLSearchParams(location.search).get("items");
const field = brought && document.querySelector("[data-takes-items]");
if (field) {
  field.closest("details").open = true;
  field.value = brought.replaceAll(",", " ");
  field.form.elements.name.focus();
}
