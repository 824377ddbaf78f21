/** Standard acceleration of free fall, m/s². @see BIPM, The International System of Units, 9th ed. 2019 (CGPM 1901). */
export const STANDARD_GRAVITY = 9.80665;

/** 0 °C in kelvin. @see BIPM, The International System of Units, 9th ed. 2019, section 2.3.4. */
export const ZERO_CELSIUS_K = 273.15;
