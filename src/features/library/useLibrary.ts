import { useQuery } from "@tanstack/react-query";
import { type Library } from "@/core/diagnosis/library/library.types";
import { type ActionFailure } from "@/shared/actionResult";

async function fetchLibrary(): Promise<Library> {
  const response = await fetch("/api/library", { cache: "no-store" }).catch(() => {
    throw new Error("The server does not answer.");
  });
  if (response.ok) return (await response.json()) as Library;
  const refused = (await response.json().catch(() => null)) as Partial<ActionFailure> | null;
  throw new Error(refused?.message ?? `The server answered ${response.status}.`);
}

/**
 * The whole library, fetched once the page stands.
 *
 * @param revision - When it changes the library is fetched anew; the one before stands until then.
 */
export function useLibrary(revision: number) {
  return useQuery({ queryKey: ["library", revision], queryFn: fetchLibrary, placeholderData: (before) => before });
}
