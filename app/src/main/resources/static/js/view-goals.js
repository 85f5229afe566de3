// What only one view needs. Goals.
import "./chart-download.js";
import "./going.js";
