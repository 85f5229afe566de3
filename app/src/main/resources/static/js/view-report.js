// What only one view needs. Sprint report: what became of a sprint, day by day.
import "./chart-download.js";
import "./going.js";
