// Keys that are typed while the field that they are meant for is on its way: kept here, and never a shortcut of something else.
import { tell } from "./toasts.js";

let held = null;

/**
 * Keeps what is typed until a field stands there.
 * @param opening a promise of the field; null where none comes
 */
export async function holdKeys(opening) {
  const mine = (held = { keys: held?.keys ?? [] });
  const field = await Promise.resolve(opening).catch(() => null);
  if (held !== mine) return field;
  held = null;
  if (mine.left) return field;
  if (field?.isConnected) enter(field, mine.keys);
  else if (textOf(mine.keys)) tell(`Not entered: “${textOf(mine.keys)}”. The field did not open.`, true);
  return field;
}

const textOf = (keys) =>
  keys
    .filter((key) => key.text)
    .map((key) => key.text)
    .join("");

function enter(field, keys) {
  if (!field.closest("dialog")) field.focus();
  let rest = keys;
  let text = "";
  while (rest.length && rest[0].text !== undefined) text += rest.shift().text;
  if (text) put(field, text);
  if (!rest.length) return;
  const [{ shift }] = rest.splice(0, 1);
  const form = field.form;
  const pressed = new KeyboardEvent("keydown", { key: "Enter", shiftKey: shift, bubbles: true, cancelable: true });
  if (field.dispatchEvent(pressed) && !shift) form?.requestSubmit();
  if (held) held.keys.push(...rest);
  else if (rest.length && field.isConnected) enter(field, rest);
}

function put(field, text) {
  if (field.matches("select")) {
    const found = [...field.options].find((option) => option.label.toLowerCase().startsWith(text.toLowerCase()));
    if (found) field.value = found.value;
    return;
  }
  const written = field.selectionStart === 0 && field.selectionEnd === field.value.length;
  field.value = written ? text : field.value + text;
  field.dispatchEvent(new Event("input", { bubbles: true }));
}

window.addEventListener(
  "keydown",
  (event) => {
    if (!held || !event.isTrusted || event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key === "Escape") held.left = true;
    else if (event.key === "Enter") held.keys.push({ shift: event.shiftKey });
    else if (event.key === "Backspace") held.keys.pop();
    else if (event.key.length === 1) held.keys.push({ text: event.key });
    else return;
    event.preventDefault();
    event.stopImmediatePropagation();
  },
  true,
);
