// Sections of the panel fold, and stay folded on this machine for every item.
const name = (fold) => `fold:${fold.dataset.fold}`;

function draw() {
  document.querySelectorAll("details[data-fold]").forEach((fold) => {
    const kept = localStorage.getItem(name(fold));
    // Some sections stay closed until somebody opens them.
    const closed = fold.dataset.shut === undefined ? kept === "closed" : kept !== "open";
    if (fold.open === closed) fold.open = !closed;
  });
}

document.addEventListener("click", (event) => {
  const fold = event.target.closest?.("details[data-fold] > summary")?.parentElement;
  if (fold) localStorage.setItem(name(fold), fold.open ? "closed" : "open");
});

document.addEventListener("htmx:afterSettle", draw);
draw();
