/** What the board is filtered by, as it stands in the address. */
export interface BoardQuery {
  search: string;
  bay: string | null;
  technicianId: number | null;
  closed: boolean;
}

/** The address of a board view. */
export function boardHref({ search, bay, technicianId, closed }: BoardQuery, after?: string): string {
  const params = new URLSearchParams();
  if (search) params.set("q", search);
  if (bay) params.set("bay", bay);
  if (technicianId !== null) params.set("who", String(technicianId));
  if (closed) params.set("show", "done");
  if (after) params.set("after", after);
  const text = params.toString();
  return text ? `/?${text}` : "/";
}
