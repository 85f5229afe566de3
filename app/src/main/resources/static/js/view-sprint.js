// What only one view needs. Sprint: what a team has taken on, broken down into tasks.
import "./ladder-keys.js";
import "./sprint-page.js";
import "./going.js";
