// No form is sent twice: the second click of a double click on a button is none, and a form under way waits for its answer.
document.addEventListener(
  "click",
  (event) => {
    const button = event.target.closest?.("button, input[type=submit]");
    const sends = button?.form && button.type === "submit" && button.dataset.repeat === undefined;
    if (!sends || event.detail < 2) return;
    event.preventDefault();
    event.stopImmediatePropagation();
  },
  true,
);

// A plain form leads to another page: until that comes, it is on its way.
document.addEventListener("submit", (event) => {
  const form = event.target;
  if (event.defaultPrevented || form.method !== "post" || form.matches("[data-post], [data-add]")) return;
  if (form.dataset.leaving) event.preventDefault();
  form.dataset.leaving = "1";
});
addEventListener("pageshow", () => document.querySelectorAll("form[data-leaving]").forEach((form) => form.removeAttribute("data-leaving")));
