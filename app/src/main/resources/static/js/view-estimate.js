// What only one view needs. Estimate: rounds of sizing.
import "./rounds.js";
