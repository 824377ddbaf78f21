import { type ThemeConfig, theme } from "antd";
import { type Scheme } from "./scheme";

/**
 * Ant Design's controls in the shop's roles: square, thin-ruled, flat, large enough for a gloved finger.
 * A page is drawn with `light`: the build puts the dark values beside each, and the page's scheme picks, before any script runs.
 * The colours repeat those of globals.css, for Ant Design computes shades from them and cannot read CSS variables.
 */
export function antdTheme(scheme: Scheme): ThemeConfig {
  const isDark = scheme === "dark";
  return {
    algorithm: isDark ? theme.darkAlgorithm : theme.defaultAlgorithm,
    // Styles come from controls.css, which the build makes of this theme: working them out takes a tenth of a second a page.
    zeroRuntime: true,
    hashed: false,
    cssVar: { prefix: "pit", key: "pit" },
    token: {
      colorPrimary: isDark ? "#6cc0c5" : "#0f5c62",
      colorInfo: isDark ? "#6cc0c5" : "#0f5c62",
      colorError: isDark ? "#f29591" : "#a3262a",
      colorWarning: isDark ? "#dcb860" : "#745810",
      colorSuccess: isDark ? "#82c592" : "#2a6437",
      colorTextBase: isDark ? "#ece7db" : "#20292b",
      colorBgBase: isDark ? "#1e2626" : "#fffdf8",
      colorBgContainer: isDark ? "#1e2626" : "#fffdf8",
      colorBgElevated: isDark ? "#232c2c" : "#fffdf8",
      colorBorder: isDark ? "#6f7872" : "#a59d8a",
      colorBorderSecondary: isDark ? "#39423f" : "#d9d2c3",
      colorTextLightSolid: isDark ? "#10201f" : "#fffdf8",
      colorTextPlaceholder: isDark ? "#a9afa6" : "#585f5a",
      fontFamily: "var(--sans)",
      fontSize: 15,
      borderRadius: 0,
      borderRadiusLG: 0,
      borderRadiusSM: 0,
      borderRadiusXS: 0,
      controlHeight: 40,
      boxShadow: "none",
      boxShadowSecondary: "0 0 0 1px var(--edge)",
      motion: false,
      wireframe: true,
    },
    components: {
      Button: { primaryShadow: "none", defaultShadow: "none", dangerShadow: "none", fontWeight: 600 },
      Modal: { titleFontSize: 20 },
      Select: { optionSelectedBg: isDark ? "#1d3a3c" : "#e3eeee" },
    },
  };
}
