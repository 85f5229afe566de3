// What only one view needs. History.
import "./chart-download.js";
import "./going.js";
