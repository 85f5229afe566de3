// The lists inside an item: tick, reword, move, take out, grow into a child. Adding keeps the field free for the next line.
import { refresh } from "./view.js";
import { tell } from "./toasts.js";
import { done } from "./undo.js";
import { post } from "./server.js";

const place = (node) => {
  const line = node.closest("[data-at]");
  const list = node.closest("[data-list]");
  const key = node.closest("[data-key]").dataset.key;
  return { line, url: `/items/${key}/lists/${list.dataset.list}`, key, values: { at: line.dataset.at, line: line.dataset.line } };
};

async function send(url, values) {
  try {
    done((await post(url, values)).said);
  } catch (failure) {
    tell(failure.message, true);
  }
  await refresh();
}

function reword({ line, url, values }) {
  const button = line.querySelector(".line-text");
  const input = Object.assign(document.createElement("input"), { value: values.line, className: "line-input" });
  input.setAttribute("aria-label", "The line");
  button.replaceWith(input);
  input.focus();
  input.select();
  let left = false;
  const leave = (save) => {
    if (left) return;
    left = true;
    if (save && input.value.trim() && input.value !== values.line) send(url, { ...values, step: "reword", text: input.value });
    else {
      input.replaceWith(button);
      button.focus();
    }
  };
  input.addEventListener("blur", () => leave(true));
  input.addEventListener("keydown", (event) => {
    if (event.key === "Enter") leave(true);
    if (event.key === "Escape") leave(false);
    event.stopPropagation();
  });
}

document.addEventListener("change", (event) => {
  if (!event.target.matches?.("[data-line-tick]")) return;
  const { url, values } = place(event.target);
  send(url, { ...values, step: event.target.checked ? "tick" : "untick" });
});

document.addEventListener("click", (event) => {
  const button = event.target.closest?.("[data-line-do]");
  if (!button) return;
  const here = place(button);
  const what = button.dataset.lineDo;
  if (what === "reword") reword(here);
  else if (what === "grow") send(`/items/${here.key}/promote`, { ...here.values, level: button.dataset.level });
  else send(here.url, { ...here.values, step: what });
});

document.addEventListener("submit", async (event) => {
  const form = event.target;
  if (!form.matches("[data-line-form]")) return;
  event.preventDefault();
  const { text } = form.elements;
  const typed = text.value;
  form.querySelector(".error").textContent = "";
  text.value = "";
  try {
    done((await post(form.getAttribute("action"), { step: "add", at: 0, text: typed })).said);
    await refresh();
  } catch (failure) {
    text.value ||= typed;
    form.querySelector(".error").textContent = failure.message;
  }
});
