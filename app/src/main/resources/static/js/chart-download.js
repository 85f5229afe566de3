// A chart as a file: the picture with the colours it has on the page, as SVG or as PNG, and its table as CSV.
const LOOKS = ["fill", "stroke", "stroke-width", "stroke-dasharray", "font-family", "font-size", "font-weight", "opacity"];

function standalone(svg) {
  const copy = svg.cloneNode(true);
  const originals = [svg, ...svg.querySelectorAll("*")];
  [copy, ...copy.querySelectorAll("*")].forEach((node, at) => {
    const look = getComputedStyle(originals[at]);
    LOOKS.forEach((name) => node.setAttribute(name, look.getPropertyValue(name)));
  });
  const box = svg.viewBox.baseVal;
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  copy.setAttribute("width", box.width);
  copy.setAttribute("height", box.height);
  return new Blob([new XMLSerializer().serializeToString(copy)], { type: "image/svg+xml" });
}

function save(blob, name) {
  const link = Object.assign(document.createElement("a"), { href: URL.createObjectURL(blob), download: name });
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 1000);
}

// What a spreadsheet would take for a formula is kept from it by an apostrophe.
function csvOf(table) {
  const cell = (node) => {
    const text = (node.dataset.csv ?? node.textContent).replace(/\s+/g, " ").trim();
    const safe = /^[=@\t\r]|^[+-](?![\d.,]+( |$))/.test(text) ? `'${text}` : text;
    return /[",\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
  };
  return [...table.rows].map((row) => [...row.cells].map(cell).join(",")).join("\r\n");
}

async function toPng(svg, blob) {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(await blob.text())}`;
  await image.decode();
  const box = svg.viewBox.baseVal;
  const canvas = Object.assign(document.createElement("canvas"), { width: box.width * 2, height: box.height * 2 });
  const pen = canvas.getContext("2d");
  pen.fillStyle = getComputedStyle(document.body).backgroundColor;
  pen.fillRect(0, 0, canvas.width, canvas.height);
  pen.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((done) => canvas.toBlob(done, "image/png"));
}

document.addEventListener("click", async (event) => {
  const button = event.target.closest?.("[data-download]");
  if (!button) return;
  const type = button.dataset.download;
  const place = button.closest("section");
  if (type === "csv") {
    const table = place.querySelector("table");
    const name = table.dataset.table ?? place.querySelector("[data-chart]")?.dataset.chart ?? "table";
    save(new Blob([`\ufeff${csvOf(table)}`], { type: "text/csv" }), `${name}.csv`);
    return;
  }
  const svg = place.querySelector("[data-chart]");
  const drawn = standalone(svg);
  save(type === "svg" ? drawn : await toPng(svg, drawn), `${svg.dataset.chart}.${type}`);
});
