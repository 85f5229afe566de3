// The form for a split: as many parts as are needed, and what they come to together.
const parts = (form) => [...form.querySelectorAll("[data-split-parts] > li")];
const number = (text) => Number(text.replace(",", ".")) || 0;

function draw(form) {
  const stays = form.elements.original.value === "stay";
  form.elements.originalSize.disabled = !stays;
  const sizes = [...form.querySelectorAll("[name=size]")].map((input) => number(input.value));
  const sum = sizes.reduce((all, one) => all + one, stays ? number(form.elements.originalSize.value) : 0);
  const before = number(form.elements.originalSize.defaultValue);
  const drift = Math.round((sum - before) * 1000) / 1000;
  form.querySelector("[data-split-sum]").textContent = sum
    ? `${sum} points together${before ? `, ${drift > 0 ? "+" : drift < 0 ? "−" : "±"}${Math.abs(drift)} against ${before}` : ""}`
    : "";
}

document.addEventListener("click", (event) => {
  const form = event.target.closest?.("[data-split-more]")?.form;
  if (!form) return;
  const last = parts(form).at(-1);
  const next = last.cloneNode(true);
  const place = parts(form).length + 1;
  next.querySelectorAll("input").forEach((input) => (input.value = ""));
  next.querySelector("[data-split-number]").textContent = place;
  last.after(next);
  form.querySelectorAll("[name=goes]").forEach((select) => {
    const [name] = select.options[1].value.split(":");
    select.append(new Option(`part ${place}`, `${name}:${place}`));
  });
  next.querySelector("[name=title]").focus();
});

document.addEventListener("input", (event) => {
  const form = event.target.closest?.("[data-split-form]");
  if (form) draw(form);
});
