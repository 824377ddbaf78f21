import styles from "./LoadingPage.module.css";

/** What stands while a page is on its way: its outline, so that nothing jumps when it comes. */
export function LoadingPage() {
  return (
    <div className={styles.page} role="status" aria-label="Loading">
      <span />
      <span />
      <span />
    </div>
  );
}
