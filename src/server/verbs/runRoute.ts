import "server-only";
import type * as v from "valibot";
import { safeParseForm } from "@/shared/parseForm";
import { requestContext } from "./currentPerson";
import { routeFailure } from "./routeFailure";
import { invalidInput } from "./runAction";
import { type VerbContext } from "./verbContext";

/**
 * Runs one verb for a JSON route handler: session, parse, verb, JSON. The verb itself checks the role.
 */
export async function runRoute<S extends v.GenericSchema>(
  request: Request,
  schema: S,
  verb: (context: VerbContext, input: v.InferOutput<S>) => Promise<object>,
): Promise<Response> {
  try {
    const context = await requestContext();
    const body: unknown = request.method === "GET" ? {} : await request.json().catch(() => null);
    const parsed = safeParseForm(schema, body);
    if (!parsed.success) return Response.json(invalidInput(parsed.issues), { status: 400 });
    return Response.json(await verb(context, parsed.output), { headers: { "Cache-Control": "no-store" } });
  } catch (error) {
    return routeFailure(error);
  }
}
