// Brings the behaviours to the page that are the same everywhere; each view brings its own (view-*.js).
// Each is bound once, to the document, so that swapped markup works as it is.
import "./once.js";
import "./view.js";
import "./typing-ahead.js";
import "./fields.js";
import "./adding.js";
import "./pasting.js";
import "./posting.js";
import "./popups.js";
import "./menu.js";
import "./pick-item.js";
import "./linking.js";
import "./select-typing.js";
import "./pictures.js";
import "./splitting.js";
import "./find.js";
import "./quick-add.js";
import "./undo.js";
import "./offers.js";
import "./talk.js";
import "./mentions.js";
import "./lists.js";
import "./attaching.js";
import "./folds.js";
import "./writing.js";
import "./live.js";
import "./planning.js";
