// Stands in for "server-only" outside Next, where every module is on the server.
