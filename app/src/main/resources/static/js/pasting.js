// Several lines pasted into a field for one: offered to become several, one after the other.
import { settled } from "./server.js";

const FIELDS = "[data-add] [name=title], [data-line-form] [name=text]";
const MOST = 200;

const linesOf = (text) =>
  text
    .split(/\r?\n/)
    .map((line) => line.trim().replace(/^(?:[-*+•]|\d{1,4}[.)])\s+/, ""))
    .filter(Boolean);

document.addEventListener("paste", (event) => {
  const field = event.target.closest?.(FIELDS);
  const lines = field ? linesOf(event.clipboardData?.getData("text/plain") ?? "") : [];
  if (lines.length < 2) return;
  event.preventDefault();
  offer(field, lines.slice(0, MOST));
});

function offer(field, lines) {
  const { form } = field;
  form.querySelector(".paste-offer")?.remove();
  const box = Object.assign(document.createElement("p"), { className: "paste-offer" });
  box.setAttribute("role", "group");
  box.setAttribute("aria-label", `${lines.length} lines were pasted`);
  const button = (words, run) => {
    const made = Object.assign(document.createElement("button"), { type: "button", className: "button is-small", textContent: words });
    made.addEventListener("click", () => {
      box.remove();
      field.focus();
      run();
    });
    return made;
  };
  box.append(
    button(`Add ${lines.length} lines as ${lines.length}`, () => addAll(field, lines)),
    " ",
    button("Keep as one", () => insert(field, lines.join(" "))),
  );
  form.append(box);
  box.querySelector("button").focus();
}

function insert(field, text) {
  field.setRangeText(text, field.selectionStart, field.selectionEnd, "end");
  field.dispatchEvent(new Event("input", { bubbles: true }));
}

async function addAll(field, lines) {
  const typed = field.value;
  for (const line of lines) {
    field.value = line;
    field.form.requestSubmit();
    await settled();
  }
  field.value ||= typed;
  field.focus();
}
