// Items are found by a part of their title in every field that takes one: what is typed is looked up, and its key is sent.
const KEY = /^([A-Za-z]{2,5}[1-9]\d{0,8})\b/;
let waiting = null;

function listFor(field) {
  let list = document.getElementById(field.getAttribute("list"));
  if (!list) {
    list = Object.assign(document.createElement("datalist"), { id: field.getAttribute("list") });
    document.body.append(list);
  }
  return list;
}

async function look(field) {
  const answer = await fetch(`/find/items?q=${encodeURIComponent(field.value.slice(0, 200))}`, { headers: { "HX-Request": "true" } }).catch(
    () => null,
  );
  if (answer?.ok) listFor(field).innerHTML = await answer.text();
}

document.addEventListener("input", (event) => {
  if (!event.target.matches?.("[data-pick-item]")) return;
  clearTimeout(waiting);
  if (event.target.value.trim().length > 1) waiting = setTimeout(look, 120, event.target);
});

/** The key of what was typed: it stands first, or one item alone was found. */
function keyOf(field) {
  const typed = field.value.trim();
  const key = typed.match(KEY)?.[1];
  if (key) return key.toUpperCase();
  const options = [...listFor(field).options].filter((option) => option.value.toLowerCase().includes(typed.toLowerCase()));
  return typed && options.length === 1 ? options[0].value.match(KEY)[1] : typed;
}

document.addEventListener("formdata", (event) => {
  event.target
    .querySelectorAll("[data-pick-item]")
    .forEach((field) => field.name && event.formData.has(field.name) && event.formData.set(field.name, keyOf(field)));
});
