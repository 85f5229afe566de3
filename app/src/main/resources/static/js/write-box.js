// Writing or pasting a list: Tab and Shift + Tab move lines in and out, and beside it stands what will be added.
import { refresh, view } from "./view.js";
import { sendForm } from "./posting.js";
import { fetchText, post } from "./server.js";
import { done } from "./undo.js";

const box = () => document.getElementById("write-box");
let waiting = null;
let leavesByTab = false;

/** Opens the field for a list that goes under an item, or (empty) at the top. */
export async function openWriting(under = "") {
  const place = box();
  if (!place) return;
  place.hidden = false;
  const form = place.querySelector("form");
  form.elements.under.value = under;
  chooseLevel(form, under);
  form.elements.text.focus();
  read(form);
}

/** What comes first is one level below the item that it goes under. */
function chooseLevel(form, under) {
  const level = Number(document.getElementById(`card-${under}`)?.dataset.level ?? -1) + 1;
  form.elements.level.selectedIndex = Math.min(level, form.elements.level.options.length - 1);
}

async function read(form) {
  const preview = form.querySelector("[data-write-preview]");
  const error = form.querySelector(".error");
  try {
    const text = await fetchText(form.dataset.read, new FormData(form));
    error.textContent = "";
    preview.innerHTML = text;
    const count = preview.querySelector("[data-count]")?.dataset.count ?? 0;
    form.querySelector("[data-write-add]").textContent = count > 0 ? `Add ${count} ${count === "1" ? "item" : "items"}` : "Add";
  } catch (failure) {
    error.textContent = failure.message;
  }
}

const write = (form) =>
  sendForm(
    form,
    () => post(form.getAttribute("action"), new FormData(form)),
    async ({ said }) => {
      done(said);
      read(form);
      await refresh();
      form.elements.text.focus();
    },
  );

/** Moves the lines that are marked, or the one being written, a step in or out. */
function shift(field, out) {
  const { value, selectionStart: from, selectionEnd: to } = field;
  const start = value.lastIndexOf("\n", from - 1) + 1;
  const end = value.indexOf("\n", to) < 0 ? value.length : value.indexOf("\n", to);
  const lines = value.slice(start, end).split("\n");
  const moved = lines.map((line) => (out ? line.replace(/^(\t| {1,2})/, "") : `  ${line}`));
  field.setRangeText(moved.join("\n"), start, end, "end");
  if (from === to)
    field.setSelectionRange(
      Math.max(start, from + moved[0].length - lines[0].length),
      Math.max(start, from + moved[0].length - lines[0].length),
    );
  else field.setSelectionRange(start, start + moved.join("\n").length);
}

/** The next line begins where this one does, with its bullet. */
function nextLine(field) {
  const { value, selectionStart: from } = field;
  const line = value.slice(value.lastIndexOf("\n", from - 1) + 1, from);
  const [, indent, bullet] = line.match(/^(\s*)((?:[-*+] (?:\[[ xX]\] )?)?)/);
  field.setRangeText(`\n${indent}${bullet.replace(/[xX]/, " ")}`, from, field.selectionEnd, "end");
}

document.addEventListener("keydown", (event) => {
  const field = event.target.matches?.("[data-write-form] textarea") && event.target;
  if (!field) return;
  if (event.key === "Escape") leavesByTab = true;
  else if (event.key === "Tab" && !leavesByTab) {
    event.preventDefault();
    shift(field, event.shiftKey);
    field.dispatchEvent(new Event("input", { bubbles: true }));
  } else if (event.key === "Enter" && event.ctrlKey) {
    event.preventDefault();
    write(field.form);
  } else if (event.key === "Enter") {
    event.preventDefault();
    nextLine(field);
    field.dispatchEvent(new Event("input", { bubbles: true }));
  }
  if (event.key !== "Escape" && event.key !== "Tab" && event.key !== "Shift") leavesByTab = false;
});

document.addEventListener("input", (event) => {
  const form = event.target.closest?.("[data-write-form]");
  if (!form) return;
  if (event.target.name === "under") chooseLevel(form, event.target.value.trim().toUpperCase());
  clearTimeout(waiting);
  waiting = setTimeout(read, 180, form);
});

document.addEventListener("submit", (event) => {
  if (!event.target.matches("[data-write-form]")) return;
  event.preventDefault();
  write(event.target);
});

document.addEventListener("click", (event) => {
  if (event.target.closest?.("[data-write-open]")) {
    if (box().hidden) openWriting(view().dataset.under);
    else box().hidden = true;
  }
  if (event.target.closest?.("[data-write-close]")) box().hidden = true;
});

// Quick add sends lists here.
if (new URLSearchParams(location.search).has("write")) openWriting(view()?.dataset.under);
