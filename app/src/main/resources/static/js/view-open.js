// What only one view needs. Open work.
import "./chart-download.js";
import "./chart-walk.js";
import "./going.js";
import "./narrowing.js";
