// What only one view needs. Pages.
import "./chart-download.js";
import "./going.js";
