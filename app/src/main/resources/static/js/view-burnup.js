// What only one view needs. Burnup.
import "./chart-download.js";
import "./chart-walk.js";
import "./going.js";
