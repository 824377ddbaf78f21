import { useEffect } from "react";

const QUESTION = "What you changed here is not saved. Leave it?";

/** Asks before a page with unsaved changes is left: by closing or reloading it, and by a link of its own. */
export function useUnsavedWarning(isUnsaved: boolean): void {
  useEffect(() => {
    if (!isUnsaved) return;
    const onUnload = (event: BeforeUnloadEvent) => event.preventDefault();
    // In the capture phase: before the router's own listener takes the click.
    const onClick = (event: MouseEvent) => {
      const link = event.target instanceof Element ? event.target.closest("a[href]") : null;
      if (!link || link.getAttribute("target") === "_blank" || event.metaKey || event.ctrlKey) return;
      if (window.confirm(QUESTION)) return;
      event.preventDefault();
      event.stopPropagation();
    };
    window.addEventListener("beforeunload", onUnload);
    document.addEventListener("click", onClick, true);
    return () => {
      window.removeEventListener("beforeunload", onUnload);
      document.removeEventListener("click", onClick, true);
    };
  }, [isUnsaved]);
}
