// What somebody typed or chose and has not saved, told from what the server gave.
const CONTROLS = "input:not([type=hidden], [type=submit], [type=button]), select, textarea";

// Fields whose content was saved as it stands; typing goes on from there.
const saved = new WeakSet();
// What a field held when it was last typed into.
const lastTyped = new WeakMap();

export const controlsIn = (node) => [...(node.matches?.(CONTROLS) ? [node] : []), ...node.querySelectorAll(CONTROLS)];

const isTick = (control) => control.matches("[type=checkbox], [type=radio]");

/** The options that the server chose: the first of a list of which it chose none. */
function givenOptions(select) {
  const options = [...select.options];
  const given = options.filter((option) => option.defaultSelected);
  return given.length || select.multiple ? given : options.slice(0, 1);
}

/** What the server gave, as words. */
export function given(control) {
  if (control.matches("select")) return givenOptions(control).map((option) => option.label).join(", ");
  if (isTick(control)) return control.defaultChecked ? "ticked" : "not ticked";
  return control.defaultValue;
}

export function isTyped(control) {
  if (control.matches("select")) {
    const before = givenOptions(control);
    return [...control.options].some((option) => option.selected !== before.includes(option));
  }
  if (isTick(control)) return control.checked !== control.defaultChecked;
  if (control.type === "file") return control.files.length > 0;
  return control.value !== control.defaultValue;
}

/** Whether it is a field for words; a choice that stands in no form is made at once. */
export const isText = (control) => !isTick(control) && !control.matches("select, [type=file], [type=range], [type=color]");
const waitsForSave = (control) => isText(control) || (control.form?.method === "post" && !control.matches("[data-at-once]"));

/** Whether it stays as it is when the server gives another value: it was changed here, or somebody is in it. */
export const isHeld = (control) =>
  waitsForSave(control) && !saved.has(control) && (isTyped(control) || control === document.activeElement);

/** Takes over what the server gives. */
export function takeGiven(control) {
  if (control.matches("select")) {
    const before = givenOptions(control);
    [...control.options].forEach((option) => (option.selected = before.includes(option)));
  } else if (isTick(control)) control.checked = control.defaultChecked;
  else if (control.type === "file") control.value = "";
  else control.value = control.defaultValue;
}

function content(control) {
  if (isTick(control)) return control.checked;
  return control.matches("select[multiple]") ? [...control.selectedOptions].map((option) => option.value).join() : control.value;
}

/** What a form holds as it is sent. */
export const contentOf = (form) => new Map(controlsIn(form).map((control) => [control, content(control)]));

/**
 * After a success: what creates something is empty again, what changes something has what was saved, and errors are gone. What was
 * typed since it was sent stays.
 */
export function settle(form, sent) {
  const { emptied } = form.dataset;
  for (const control of controlsIn(form)) {
    if (content(control) !== sent.get(control)) continue;
    if (emptied === "" || emptied?.split(" ").includes(control.name)) takeGiven(control);
    saved.add(control);
    lastTyped.delete(control);
  }
  form.querySelectorAll(".error").forEach((error) => (error.textContent = ""));
  form.querySelectorAll("[aria-invalid]").forEach((control) => control.removeAttribute("aria-invalid"));
  form.querySelectorAll(".conflict-place").forEach((place) => place.replaceChildren());
}

/** Whether the undo key means the words in this field; in an empty one that nobody typed into it means what was done. */
export const undoesTyping = (field) => !isTick(field) && (field.value !== "" || lastTyped.get(field) === "");

const isWork = (control) => control.form?.method === "post" && !saved.has(control) && isTyped(control);

/** Whether there is something typed that would be gone with the page. */
export const hasUnsaved = () => controlsIn(document).some(isWork);

["input", "change"].forEach((kind) =>
  document.addEventListener(
    kind,
    ({ target }) => {
      if (!target.matches?.(CONTROLS)) return;
      saved.delete(target);
      if (kind === "input") lastTyped.set(target, target.value);
    },
    true,
  ),
);
