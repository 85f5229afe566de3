// A picture pasted or dropped into a text becomes a file of the item, and shows where it was put.
import { send } from "./server.js";
import { tell } from "./toasts.js";

const FIELDS = "textarea[data-write], [data-comment-form] textarea, textarea.comment-text";
const pictures = (data) => [...(data?.files ?? [])].filter((file) => file.type.startsWith("image/"));

async function put(field, file) {
  const key = field.closest("[data-key]")?.dataset.key;
  if (!key) return;
  const name = file.name && file.name !== "image.png" ? file.name : `picture-${Date.now()}.png`;
  const mark = `![${name} is on its way]()`;
  insert(field, mark);
  try {
    const events = await send(`/items/${key}/pictures?name=${encodeURIComponent(name)}`, file);
    replace(field, mark, `![${name.replace(/[[\]]/g, "")}](${events.picture.url})`);
  } catch (failure) {
    replace(field, mark, "");
    tell(failure.message, true);
  }
}

function insert(field, text) {
  field.setRangeText(text, field.selectionStart, field.selectionEnd, "end");
  field.dispatchEvent(new Event("input", { bubbles: true }));
}

function replace(field, mark, text) {
  const at = field.value.indexOf(mark);
  if (at < 0) return;
  field.setRangeText(text, at, at + mark.length, "preserve");
  field.dispatchEvent(new Event("input", { bubbles: true }));
}

document.addEventListener("paste", (event) => {
  const files = event.target.matches?.(FIELDS) ? pictures(event.clipboardData) : [];
  if (!files.length) return;
  event.preventDefault();
  files.forEach((file) => put(event.target, file));
});
document.addEventListener("dragover", (event) => {
  if (event.target.matches?.(FIELDS) && event.dataTransfer.types.includes("Files")) event.preventDefault();
});
document.addEventListener("drop", (event) => {
  const files = event.target.matches?.(FIELDS) ? pictures(event.dataTransfer) : [];
  if (!files.length) return;
  event.preventDefault();
  event.stopPropagation();
  files.forEach((file) => put(event.target, file));
});
