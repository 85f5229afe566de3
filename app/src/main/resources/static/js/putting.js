// Puts what was fetched into the page. One rule for every form of every view: a field that differs from what the server gave, or
// that somebody is in, stays as it is with its caret. Where the server's value changed meanwhile, both are told; where the field's
// place is gone, it stays all the same, and on the way to another item its words wait for its return.
import { controlsIn, given, isHeld, isText, isTyped, takeGiven } from "./typed.js";
import { tell } from "./toasts.js";

// Words that were typed about what is not on the page any more, by the name of their field.
const waiting = new Map();
const notes = new WeakMap();
let made = 0;
let under = null;

const HIDDEN_ALIKE = ["seen", "_csrf", "back", "query"];

/** Names a form by where it posts and what it is about, so that it is found again in what was fetched. */
function formName(form) {
  if (form.id && form.dataset.paired === undefined) return `#${form.id}`;
  const about = [...form.querySelectorAll("input[type=hidden]")]
    .filter((input) => !HIDDEN_ALIKE.includes(input.name))
    .map((input) => `${input.name}=${input.value}`);
  return `${form.getAttribute("action") ?? ""}?${about.join("&")}`;
}

function nameOf(control) {
  if (control.id && control.dataset.paired === undefined) return `#${control.id}`;
  // What was fetched is in no document yet, where a field finds its form by name.
  const named = control.getAttribute("form");
  const own = control.form ? formName(control.form) : (control.closest("[data-key]")?.dataset.key ?? "");
  const place = named ? `#${named}` : own;
  const tick = control.matches("[type=checkbox], [type=radio]") ? control.value : "";
  return [place, control.name || control.getAttribute("aria-label") || control.className, tick].join("|");
}

/** The controls of a piece of the page by their names; the second of a name is told from the first. */
function named(root) {
  const controls = new Map();
  for (const control of controlsIn(root)) {
    let name = nameOf(control);
    while (controls.has(name)) name += "+";
    controls.set(name, control);
  }
  return controls;
}

/** Gives both the same id, by which the library finds them for each other. */
function pair(old, fresh) {
  if (!old || !fresh) return;
  if (old.id) {
    fresh.id ||= old.id;
    return;
  }
  old.id = fresh.id || `paired-${++made}`;
  fresh.id ||= old.id;
  [old, fresh].forEach((one) => (one.dataset.paired = ""));
}

/** With an id that nothing else has, the library takes it for nothing else. */
function keepApart(element) {
  if (!element || element.id) return;
  element.id = `paired-${++made}`;
  element.dataset.paired = "";
}

function hold(target, fragment) {
  const pairs = new Map();
  const lost = new Set();
  let fresh = null;
  for (const [name, control] of named(target)) {
    const kept = control.closest("[data-kept]");
    if (!isHeld(control) || (kept && kept !== target && target.contains(kept))) continue;
    fresh ??= named(fragment);
    const other = fresh.get(name);
    if (!other) {
      lost.add(control);
      [control, control.form].forEach(keepApart);
    } else {
      pair(control.form, other.form);
      pair(control, other);
      pairs.set(control, other);
    }
  }
  return { pairs, lost };
}

/** What the server gives now is known to the field, which goes on showing what was typed. */
function merge(control, fresh) {
  const before = given(control);
  const wasTyped = isTyped(control);
  if (control.matches("select")) {
    const chosen = [...control.selectedOptions];
    control.replaceChildren(...fresh.options);
    for (const option of chosen) {
      const same = [...control.options].find((one) => one.value === option.value);
      if (!same) control.append(option);
      (same ?? option).selected = true;
    }
    if (!control.multiple) control.value = chosen[0]?.value ?? control.value;
  } else if (control.matches("[type=checkbox], [type=radio]")) control.defaultChecked = fresh.defaultChecked;
  else if (control.type !== "file") {
    const { value } = control;
    control.defaultValue = fresh.defaultValue;
    if (control.value !== value) control.value = value;
  }
  const now = given(control);
  if (!isTyped(control)) notes.get(control)?.remove();
  else if (now !== before) {
    if (!wasTyped) onlyLookedAt.add(control);
    tellMeanwhile(control, now);
  }
}

function tellMeanwhile(control, now) {
  notes.get(control)?.remove();
  const note = Object.assign(document.createElement("span"), { className: "meanwhile" });
  note.setAttribute("role", "status");
  note.dataset.meanwhile = "";
  const take = Object.assign(document.createElement("button"), { type: "button", textContent: "Take it", className: "in-place" });
  take.addEventListener("click", () => {
    takeGiven(control);
    note.remove();
    control.focus();
  });
  note.append(now ? `Changed meanwhile to “${now.length > 60 ? `${now.slice(0, 60)}…` : now}”. ` : "Emptied meanwhile. ", take);
  note.control = control;
  notes.set(control, note);
  (control.closest("label") ?? control).after(note);
}

// Where nothing was typed into a field that somebody was in, it shows what the server gives once they leave.
const onlyLookedAt = new WeakSet();
document.addEventListener("input", ({ target }) => onlyLookedAt.delete(target));
document.addEventListener("focusout", ({ target }) => {
  if (!onlyLookedAt.delete(target)) return;
  takeGiven(target);
  notes.get(target)?.remove();
});

const hasWords = (control) => isText(control) && isTyped(control) && control.value.trim() !== "";
const holdsLost = (node) => under.lost.size && [...under.lost].some((control) => node.contains(control));

function stays(node) {
  if (!under || node.nodeType !== 1) return false;
  if (node.matches("[data-meanwhile]")) return isHeld(node.control);
  if (!holdsLost(node)) return false;
  if (under.leaving) return false;
  // A field that nobody typed into goes with its place, unless a script put it there.
  return node.matches(".map-new") || [...under.lost].some((control) => node.contains(control) && hasWords(control));
}

const isOpenField = (node) => node.classList?.contains("value-field") && node.querySelector("[data-field-form]");

Object.assign(Idiomorph.defaults.callbacks, {
  // Whether a section is folded is the reader's, not the server's; so is what a script noted on a form that is written in.
  beforeAttributeUpdated: (name, node, update) => {
    const isFold = name === "open" && (node.dataset?.fold || node.dataset?.ownFold !== undefined);
    const isNote = update === "remove" && name.startsWith("data-") && [...(under?.pairs.keys() ?? [])].some(({ form }) => form === node);
    return isFold || isNote ? false : undefined;
  },
  beforeNodeMorphed: (old, fresh) => {
    if (old.nodeType !== 1) return undefined;
    if (isOpenField(old) || fresh.dataset?.kept !== undefined) return false;
    if (under?.pairs.has(old)) {
      merge(old, under.pairs.get(old));
      return false;
    }
    return undefined;
  },
  beforeNodeRemoved: (node) => (stays(node) ? false : undefined),
});

/** Keeps the words of fields that go with the place that is left. */
function setAside(lost) {
  const typed = [...lost].filter((control) => isTyped(control) && control.form?.method === "post" && control.type !== "file");
  for (const control of typed) waiting.set(nameOf(control), [control.value, control.checked]);
  if (typed.some(hasWords)) tell("What you typed and did not save is kept; it is there again when you come back to it.");
}

/** Words that waited for their field come back into it. */
export function bringBack(root) {
  if (!waiting.size) return;
  for (const [name, control] of named(root)) {
    if (!waiting.has(name) || isTyped(control)) continue;
    [control.value, control.checked] = waiting.get(name);
    waiting.delete(name);
    control.closest("details")?.setAttribute("open", "");
  }
}

/** Whether words wait for a place that is not on the page. */
export const hasWaiting = () => waiting.size > 0;

/**
 * Makes a piece of the page what was fetched.
 * @param content markup as text, or the elements
 * @param leaving whether the reader goes on to another place of their own accord
 */
export function put(target, content, { morphStyle = "outerHTML", leaving = false } = {}) {
  let fragment = content;
  if (typeof content === "string") {
    fragment = document.createElement("template");
    fragment.innerHTML = content;
    fragment = fragment.content;
  }
  under = { ...hold(target, fragment), leaving };
  const { lost } = under;
  if (leaving) setAside(lost);
  else if ([...lost].some((control) => hasWords(control) && !control.dataset.gone)) tellGone(lost);
  try {
    return Idiomorph.morph(target, [...(morphStyle === "outerHTML" ? fragment.children : fragment.childNodes)], { morphStyle });
  } finally {
    under = null;
    bringBack(document);
  }
}

function tellGone(lost) {
  lost.forEach((control) => (control.dataset.gone = ""));
  tell("What you are typing in is gone from this page. Your words still stand there until you leave.", true);
}
