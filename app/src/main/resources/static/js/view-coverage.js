// What only one view needs. Coverage.
import "./chart-download.js";
import "./going.js";
