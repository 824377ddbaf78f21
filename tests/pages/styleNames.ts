/** Stands for a CSS module: each class is called by its own name. */
const names = new Proxy<Record<string, string>>({}, { get: (_, name) => String(name) });
export default names;
