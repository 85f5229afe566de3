// What only one view needs. Rank: one order, with its picture of scores.
import "./outline.js";
import "./outline-columns.js";
import "./outline-keys.js";
import "./add-line.js";
import "./narrowing.js";
import "./ranking.js";
import "./scatter.js";
import "./chart-download.js";
import "./sources.js";
import "./filling.js";
import "./ladder-keys.js";
import "./ladder-drag.js";
import "./plan-drag.js";
import "./plan-strip.js";
