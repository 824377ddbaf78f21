/** The page's roles as colours that a canvas understands. */
export interface ChartColours {
  ink: string;
  soft: string;
  line: string;
  main: string;
  second: string;
  third: string;
  fourth: string;
  limit: string;
  card: string;
}

/** The colours as they are at an element: a custom property itself still holds both schemes, so each role is asked of one. */
export function coloursOf(element: HTMLElement): ChartColours {
  const role = (name: string) => {
    element.style.color = `var(--${name})`;
    return getComputedStyle(element).color;
  };
  return {
    ink: role("ink"),
    soft: role("soft"),
    line: role("line"),
    main: role("petrol"),
    second: role("second"),
    third: role("waiting"),
    fourth: role("met"),
    limit: role("failed"),
    card: role("card"),
  };
}
