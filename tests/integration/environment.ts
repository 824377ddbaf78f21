if (!process.env.DATABASE_URL)
  throw new Error("Integration tests need DATABASE_URL; npm test starts a database and sets it.");

export {};
