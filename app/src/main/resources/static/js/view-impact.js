// What only one view needs. Impact: what a change would touch.
import "./chart-download.js";
import "./going.js";
