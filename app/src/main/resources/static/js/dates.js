// Days in fields are written as days are everywhere; whoever goes into one types it as the platform has it.
const FORM = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short", year: "numeric", timeZone: "UTC" });

function show(field) {
  const words = field.value ? FORM.format(new Date(`${field.value}T00:00Z`)) : (field.dataset.empty ?? "no day");
  if (field.dataset.shown !== words) field.dataset.shown = words;
}

const showAll = (root) => root.querySelectorAll?.('input[type="date"]').forEach(show);

new MutationObserver((changes) => {
  for (const change of changes) {
    if (change.type === "childList") change.addedNodes.forEach(showAll);
    else if (change.target.type === "date") show(change.target);
  }
}).observe(document.documentElement, {
  childList: true,
  subtree: true,
  attributes: true,
  attributeFilter: ["data-shown", "value"],
});
for (const event of ["input", "change", "reset"]) {
  document.addEventListener(event, ({ target }) => {
    if (target.type === "date") show(target);
    else if (event === "reset") setTimeout(() => showAll(target));
  });
}
showAll(document);
