// What only one view needs. Baselines.
import "./chart-download.js";
import "./going.js";
