// What only one view needs. Progress: how far everything is.
import "./chart-download.js";
import "./going.js";
import "./narrowing.js";
