import { data } from "react-router";
import { notAllowedWords } from "../../core/words/index.ts";
import { NotAllowed } from "../../shop/act.server.ts";

/** An action whose actor may not do it answers so, in words, where its screen shows what went wrong. */
export const allowed =
  <Args, Answer>(action: (args: Args) => Promise<Answer>) =>
  async (args: Args) => {
    try {
      return await action(args);
    } catch (error) {
      if (!(error instanceof NotAllowed)) throw error;
      return data({ error: notAllowedWords(error.doing) }, { status: 403 });
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
