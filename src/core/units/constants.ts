/** Standard acceleration of free fall, m/s². @see BIPM, The International System of Units, 9th ed. 2019 (CGPM 1901). */
export const STANDARD_GRAVITY = 9.80665;
