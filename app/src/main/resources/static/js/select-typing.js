// Typing in a list of choices finds any part of a name, not its beginning alone; what was found is applied when the typing pauses.
const PAUSE = 700;
let typed = "";
let pause = null;
let changed = null;

function settle() {
  clearTimeout(pause);
  typed = "";
  const select = changed;
  changed = null;
  select?.dispatchEvent(new Event("change", { bubbles: true }));
}

/** Beginnings first, then the beginnings of later words, then any part. */
function find(select, text) {
  const options = [...select.options].filter((option) => !option.disabled);
  const words = options.map((option) => option.text.trim().toLowerCase());
  const tests = [(word) => word.startsWith(text), (word) => word.includes(` ${text}`), (word) => word.includes(text)];
  for (const test of tests) {
    const at = words.findIndex(test);
    if (at >= 0) return options[at];
  }
  return null;
}

document.addEventListener("keydown", (event) => {
  const select = event.target;
  if (!(select instanceof HTMLSelectElement) || select.multiple) return;
  if (changed && (event.key === "Enter" || event.key === "Tab")) return settle();
  if (event.key.length !== 1 || event.ctrlKey || event.metaKey || event.altKey || (event.key === " " && !typed)) return;
  event.preventDefault();
  typed += event.key.toLowerCase();
  const found = find(select, typed);
  if (found && !found.selected) {
    found.selected = true;
    changed = select;
    select.dispatchEvent(new Event("input", { bubbles: true }));
  }
  clearTimeout(pause);
  pause = setTimeout(settle, PAUSE);
});

document.addEventListener("focusout", (event) => event.target === changed && settle());
