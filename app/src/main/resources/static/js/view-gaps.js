// What only one view needs. Gaps.
import "./chart-download.js";
import "./going.js";
