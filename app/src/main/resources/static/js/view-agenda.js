// What only one view needs. Agenda: item by item.
import "./agenda.js";
