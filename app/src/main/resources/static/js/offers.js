// Once the last task of a story is done, the server offers to move the story on: told beside what was done.
import { post } from "./server.js";
import { tell } from "./toasts.js";
import { done } from "./undo.js";
import { refresh } from "./view.js";

document.addEventListener("offer", ({ detail: { words, act, key, state } }) =>
  tell(words, false, [
    {
      words: act,
      run: async () => {
        try {
          done((await post("/items/edit", { keys: key, field: "state", value: state })).said);
          await refresh();
        } catch (failure) {
          tell(failure.message, true);
        }
      },
    },
  ]),
);
