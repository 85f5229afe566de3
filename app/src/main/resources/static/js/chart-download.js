// A chart as a file: the picture as it is on the page, with its title, as SVG or as PNG, and its table as CSV.
import { fetchJson } from "./server.js";
import { tell } from "./toasts.js";

const LOOKS = [
  ...["fill", "fill-opacity", "stroke", "stroke-width", "stroke-dasharray", "stroke-linecap", "stroke-linejoin", "stroke-opacity"],
  ...["font-family", "font-size", "font-style", "font-weight", "letter-spacing", "text-anchor", "dominant-baseline"],
  ...["opacity", "visibility", "display", "paint-order"],
];
const SVG = "http://www.w3.org/2000/svg";
const TITLE = 28;

const looked = (copy, original) => {
  const look = getComputedStyle(original);
  LOOKS.forEach((name) => copy.setAttribute(name, look.getPropertyValue(name).replace(/url\("[^"#]*#([^"]+)"\)/g, "url(#$1)")));
  copy.removeAttribute("class");
};

function lookAll(copy, original) {
  const originals = [original, ...original.querySelectorAll("*")];
  [copy, ...copy.querySelectorAll("*")].forEach((node, at) => looked(node, originals[at]));
  return copy;
}

/** What is referred to by what is drawn and stands elsewhere on the page, such as a hatch. */
function definitions(copy) {
  const defs = document.createElementNS(SVG, "defs");
  const wanted = [...copy.outerHTML.matchAll(/url\((?:&quot;)?#([^)&]+)(?:&quot;)?\)/g)].map((match) => match[1]);
  for (const id of new Set(wanted)) {
    const found = document.getElementById(id);
    if (found && !copy.querySelector(`#${CSS.escape(id)}`)) defs.append(lookAll(found.cloneNode(true), found));
  }
  return defs;
}

function text(words, x, y, size, weight) {
  const line = document.createElementNS(SVG, "text");
  const look = getComputedStyle(document.body);
  Object.entries({ x, y, fill: look.color, "font-family": look.fontFamily, "font-size": size, "font-weight": weight }).forEach(
    ([name, value]) => line.setAttribute(name, value),
  );
  line.textContent = words;
  return line;
}

const headOf = (svg) => svg.closest("section, figure")?.querySelector("h2, h3, figcaption");
const titleOf = (svg) => (headOf(svg)?.textContent ?? "").replace(/\s+/g, " ").trim();

function standalone(svg) {
  const copy = lookAll(svg.cloneNode(true), svg);
  const box = svg.viewBox.baseVal;
  const title = titleOf(svg);
  const top = title ? TITLE : 0;
  copy.prepend(definitions(copy));
  const paper = document.createElementNS(SVG, "rect");
  Object.entries({ x: box.x, y: box.y - top, width: box.width, height: box.height + top }).forEach(([name, value]) =>
    paper.setAttribute(name, value),
  );
  paper.setAttribute("fill", getComputedStyle(document.body).backgroundColor);
  copy.prepend(paper);
  if (title) copy.append(text(title, box.x + 4, box.y - 10, 14, 600));
  copy.setAttribute("xmlns", SVG);
  copy.setAttribute("viewBox", `${box.x} ${box.y - top} ${box.width} ${box.height + top}`);
  copy.setAttribute("width", box.width);
  copy.setAttribute("height", box.height + top);
  return new Blob([new XMLSerializer().serializeToString(copy)], { type: "image/svg+xml" });
}

function save(blob, name) {
  const link = Object.assign(document.createElement("a"), { href: URL.createObjectURL(blob), download: name });
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 1000);
}

const NUMBER = "[+\\-−]?\\d[\\d,]*(?:\\.\\d+)?";
const ALONE = new RegExp(`^(${NUMBER})\\s*(%|[a-z]+)?$`);
const PART = new RegExp(`^(${NUMBER}) of (${NUMBER})(?: ([a-z]+))?$`);
const plain = (number) => number.replaceAll(",", "").replace("−", "-");

/** A column of figures as numbers: its unit goes into the head, a part and its whole into columns of their own. */
function numbered([head, ...cells]) {
  const told = cells.filter((cell) => cell !== "" && cell !== "–");
  const matches = (form) => told.length > 0 && told.every((cell) => form.test(cell));
  const unitOf = (form, at) => [...new Set(told.map((cell) => form.exec(cell)[at]?.replace(/s$/, "")).filter(Boolean))];
  const withUnit = (units) => (units.length === 1 ? `${head} (${units[0]})` : head);
  if (matches(PART)) {
    const parts = cells.map((cell) => PART.exec(cell));
    return [
      [withUnit(unitOf(PART, 3)), ...parts.map((part) => (part ? plain(part[1]) : ""))],
      [`${head}: of`, ...parts.map((part) => (part ? plain(part[2]) : ""))],
    ];
  }
  if (!matches(ALONE) || unitOf(ALONE, 2).length > 1) return [[head, ...cells]];
  return [[withUnit(unitOf(ALONE, 2)), ...cells.map((cell) => (ALONE.test(cell) ? plain(ALONE.exec(cell)[1]) : ""))]];
}

function rowsOf(table) {
  const said = (node) => (node.dataset.csv ?? node.textContent).replace(/\s+/g, " ").trim();
  const rows = [...table.rows].filter((row) => !("aside" in row.dataset)).map((row) => [...row.cells].map(said));
  const width = Math.max(...rows.map((row) => row.length));
  if (rows.some((row) => row.length !== width)) return rows;
  const columns = Array.from({ length: width }, (_, at) => rows.map((row) => row[at])).flatMap(numbered);
  return rows.map((_, at) => columns.map((column) => column[at]));
}

async function toPng(svg, blob) {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(await blob.text())}`;
  await image.decode();
  const canvas = Object.assign(document.createElement("canvas"), { width: image.width * 2, height: image.height * 2 });
  canvas.getContext("2d").drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((done) => canvas.toBlob(done, "image/png"));
}

async function download(button) {
  const type = button.dataset.download;
  const place = button.closest("section");
  if (type === "csv") {
    const table = place.querySelector("table");
    const name = table.dataset.table ?? place.querySelector("[data-chart]")?.dataset.chart ?? "table";
    return save(await fetchJson("/text/csv", { rows: rowsOf(table) }), `${name}.csv`);
  }
  const svg = place.querySelector("[data-chart]");
  const drawn = standalone(svg);
  return save(type === "svg" ? drawn : await toPng(svg, drawn), `${svg.dataset.chart}.${type}`);
}

document.addEventListener("click", (event) => {
  const button = event.target.closest?.("[data-download]");
  if (button) download(button).catch((failure) => tell(failure.message, true));
});
