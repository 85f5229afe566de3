// What only one view needs. Backlog: a team's sprints and what waits, as lists side by side.
import "./narrowing.js";
import "./backlog.js";
import "./ladder-keys.js";
import "./filling.js";
import "./going.js";
