/** What stands for every machine of which nobody knows yet which it is; it has a name before it comes to a bench. */
export const UNNAMED = { maker: "Machine", model: "not known yet", code: "NOT-KNOWN" } as const;

/** Whether it is known which machine it is: by its code, or by its name. */
export const isNamed = ({ code }: { readonly code: string }): boolean => code !== UNNAMED.code;
