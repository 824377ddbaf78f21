import "@fontsource-variable/ibm-plex-sans/wght.css";
import "@fontsource/ibm-plex-mono/latin-500.css";
import "@fontsource/ibm-plex-mono/latin-600.css";
import "@fontsource/ibm-plex-sans-condensed/latin-600.css";
import "./globals.css";
import { type Metadata, type Viewport } from "next";
import { cookies } from "next/headers";
import { type ReactNode } from "react";
import { type ThemeChoice, ThemeProvider } from "@/shared/theme/ThemeProvider";

export const metadata: Metadata = {
  title: { default: "Pitstopa", template: "%s · Pitstopa" },
  description: "The bench partner of a drone repair technician",
};

export const viewport: Viewport = { width: "device-width", initialScale: 1 };

/** The page around every page: fonts, roles, theme. */
export default async function RootLayout({ children }: { children: ReactNode }) {
  const chosen = (await cookies()).get("pitstopa_theme")?.value;
  const theme: ThemeChoice = chosen === "light" || chosen === "dark" ? chosen : "auto";
  return (
    <html lang="en" data-theme={theme} suppressHydrationWarning>
      <body>
        <ThemeProvider initial={theme}>{children}</ThemeProvider>
      </body>
    </html>
  );
}
