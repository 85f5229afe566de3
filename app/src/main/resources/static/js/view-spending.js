// What only one view needs. Spending.
import "./chart-download.js";
import "./chart-walk.js";
import "./going.js";
import "./narrowing.js";
