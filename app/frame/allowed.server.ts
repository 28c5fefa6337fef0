import { data } from "react-router";
import { notAllowedWords } from "../../core/words/index.ts";
import { DataTrouble } from "../../data/database/index.server.ts";
import { NotAllowed } from "../../shop/act.server.ts";

/** An action that its actor may not do, or that the disk does not let happen, says so where its screen shows it. */
export const allowed =
  <Args, Answer>(action: (args: Args) => Promise<Answer>) =>
  async (args: Args) => {
    try {
      return await action(args);
    } catch (error) {
      if (error instanceof NotAllowed) {
        return data({ error: notAllowedWords(error.doing) }, { status: 403 });
      }
      if (!(error instanceof DataTrouble)) throw error;
      return data({ error: `Nothing was written. ${error.message}` }, { status: 503 });
    }
  };

/** A page whose asker may not see it says who may. */
export const shown =
  <Args, Answer>(loader: (args: Args) => Promise<Answer>) =>
  async (args: Args): Promise<Answer> => {
    try {
      return await loader(args);
    } catch (error) {
      if (!(error instanceof NotAllowed)) throw error;
      throw new Response(notAllowedWords(error.doing), { status: 403 });
    }
  };
