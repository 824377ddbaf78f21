if (!process.env.DATABASE_URL)
  throw new Error("Integration tests need DATABASE_URL; npm test starts a database and sets it.");
process.env.SESSION_SECRET ??= "of the integration tests, of no installation";
process.env.FIRST_LEAD_KEY ??= "printed-by-no-terminal";

export {};
