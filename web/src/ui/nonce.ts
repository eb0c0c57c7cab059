/** The nonce under which this page may add style sheets of its own (CodeMirror and Radix do). */
export const nonce = document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]')?.nonce ?? "";
