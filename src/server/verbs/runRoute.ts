import "server-only";
import type * as v from "valibot";
import { safeParseForm } from "@/shared/parseForm";
import { requireRoom } from "../diskRoom";
import { requestContext } from "./currentPerson";
import { routeFailure } from "./routeFailure";
import { invalidInput } from "./runAction";
import { type Role } from "../person";
import { requireRole, type VerbContext } from "./verbContext";

/**
 * Runs one verb for a JSON route handler: session and role, then the body, parse, verb, JSON. The verb itself checks the role
 * again; here it stands so that nobody without it makes the server read what they send.
 */
export async function runRoute<S extends v.GenericSchema>(
  request: Request,
  role: Role,
  schema: S,
  verb: (context: VerbContext, input: v.InferOutput<S>) => Promise<object>,
): Promise<Response> {
  try {
    const context = await requestContext();
    requireRole(context, role);
    if (request.method !== "GET") await requireRoom();
    return await answer(request, schema, (input) => verb(context, input));
  } catch (error) {
    return routeFailure(error);
  }
}

/**
 * The same for the calls that a running test hangs on: whoever knows the run's token armed it, so neither session nor database
 * stands in their way.
 */
export async function runTokenRoute<S extends v.GenericSchema>(
  request: Request,
  schema: S,
  verb: (input: v.InferOutput<S>) => Promise<object>,
): Promise<Response> {
  return answer(request, schema, verb);
}

async function answer<S extends v.GenericSchema>(
  request: Request,
  schema: S,
  verb: (input: v.InferOutput<S>) => Promise<object>,
): Promise<Response> {
  try {
    const body: unknown = request.method === "GET" ? {} : await request.json().catch(() => null);
    const parsed = safeParseForm(schema, body);
    if (!parsed.success) return Response.json(invalidInput(parsed.issues), { status: 400 });
    return Response.json(await verb(parsed.output), { headers: { "Cache-Control": "no-store" } });
  } catch (error) {
    return routeFailure(error);
  }
}
