// Find or go to: Enter takes the first hit, Escape closes, arrows walk.
const hits = () => [...document.querySelectorAll("#find-hits a")];

document.addEventListener("submit", (event) => {
  if (!event.target.matches("[data-find]")) return;
  event.preventDefault();
  hits()[0]?.click();
});
document.addEventListener("keydown", (event) => {
  if (!event.target.closest?.("[data-find]")) return;
  const all = hits();
  const at = all.indexOf(document.activeElement);
  if (event.key === "Escape") {
    document.getElementById("find").value = "";
    document.getElementById("find-hits").replaceChildren();
    document.getElementById("find").focus();
  }
  if (event.key === "ArrowDown" || event.key === "ArrowUp") {
    event.preventDefault();
    (all[at + (event.key === "ArrowDown" ? 1 : -1)] ?? document.getElementById("find")).focus();
  }
});
document.addEventListener("click", (event) => {
  if (!event.target.closest("[data-find]")) document.getElementById("find-hits")?.replaceChildren();
});
