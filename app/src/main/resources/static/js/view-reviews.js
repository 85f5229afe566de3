// What only one view needs. Reviews.
import "./chart-download.js";
import "./going.js";
