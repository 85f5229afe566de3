// While somebody types @, whom they may mean: arrows walk, Enter or Tab takes, Escape goes on without.
let list = null;
let field = null;
let asked = 0;

const typed = () => /(?:^|[^\p{L}\p{N}._\\@/-])@([a-z0-9.-]{0,40})$/iu.exec(field.value.slice(0, field.selectionStart))?.[1];

function close() {
  list?.remove();
  list = null;
}

function take(handle) {
  const at = field.selectionStart - typed().length;
  field.setRangeText(`${handle} `, at, field.selectionStart, "end");
  close();
  field.focus();
}

async function suggest() {
  const text = typed();
  const turn = ++asked;
  if (text === undefined) return close();
  const answer = await fetch(`/mentions?q=${encodeURIComponent(text)}`, { headers: { "HX-Request": "true" } }).catch(() => null);
  if (turn !== asked || !answer?.ok) return;
  close();
  const people = await answer.json();
  if (!people.length) return;
  list = Object.assign(document.createElement("div"), { className: "mention-list" });
  for (const { handle, name } of people) {
    const button = Object.assign(document.createElement("button"), { type: "button", textContent: `${name} · ${handle}` });
    button.addEventListener("click", () => take(handle));
    list.append(button);
  }
  list.style.top = `${field.offsetTop + field.offsetHeight}px`;
  field.after(list);
}

document.addEventListener("input", (event) => {
  if (!event.target.matches("[data-mentions]")) return;
  field = event.target;
  suggest();
});

document.addEventListener(
  "keydown",
  (event) => {
    if (!list) return;
    const buttons = [...list.querySelectorAll("button")];
    const at = buttons.indexOf(document.activeElement);
    if (event.key === "Escape") {
      event.stopPropagation();
      close();
      field.focus();
    } else if (event.key === "ArrowDown" || event.key === "ArrowUp") {
      event.preventDefault();
      (buttons[at + (event.key === "ArrowDown" ? 1 : -1)] ?? field).focus();
    } else if ((event.key === "Tab" || (event.key === "Enter" && !event.ctrlKey)) && document.activeElement === field) {
      event.preventDefault();
      event.stopPropagation();
      buttons[0].click();
    }
  },
  true,
);

document.addEventListener("focusout", (event) => {
  if (list && !list.contains(event.relatedTarget) && event.relatedTarget !== field) close();
});
