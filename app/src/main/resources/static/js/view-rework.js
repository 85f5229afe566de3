// What only one view needs. Rework.
import "./chart-download.js";
import "./chart-walk.js";
import "./going.js";
import "./narrowing.js";
