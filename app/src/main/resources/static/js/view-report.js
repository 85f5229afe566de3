// What only one view needs. Sprint report: what became of a sprint, day by day.
import "./chart-download.js";
import "./chart-walk.js";
import "./going.js";
