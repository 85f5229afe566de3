// A title typed below a list goes where the cursor was, to the top or to the end; the next one comes below it.
import { cellOfKey, currentCell, focusCell, keyIn, place } from "./outline-cells.js";

const form = () => document.querySelector("[data-add-line]");

/** Offers the row that the cursor is in as the place, and takes it unless another was chosen. */
function offer(line) {
  const where = line.querySelector("[data-add-where]");
  const key = currentCell() ? keyIn(currentCell()) : "";
  where.querySelector("[value=after]")?.remove();
  delete line.dataset.after;
  if (!key) return;
  where.prepend(new Option(`below ${key}`, "after", false, where.value === "last"));
  take(line);
}

function take(line) {
  const key = line.querySelector("[value=after]")?.textContent.split(" ").at(-1);
  if (line.elements.to.value === "after" && key) line.dataset.after = key;
  else delete line.dataset.after;
}

document.addEventListener("focusin", (event) => {
  const line = event.target.closest?.("[data-add-line]");
  if (line && !line.contains(event.relatedTarget)) offer(line);
});

document.addEventListener("change", (event) => event.target.matches?.("[data-add-where]") && take(event.target.form));

document.addEventListener(
  "keydown",
  (event) => {
    const cell = cellOfKey(event)?.closest(".ranked") && cellOfKey(event);
    if (cell && form() && (event.key === "Insert" || (event.key === "Enter" && event.shiftKey))) {
      event.preventDefault();
      event.stopPropagation();
      place(cell);
      form().elements.title.focus();
    } else if (event.key === "Escape" && event.target.matches?.("[data-add-line] [name=title]") && currentCell()) {
      event.target.value = "";
      focusCell(currentCell());
    }
  },
  true,
);
