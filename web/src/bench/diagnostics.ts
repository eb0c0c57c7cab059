import type { Diagnostic } from "@codemirror/lint";
import type { TransactionSpec } from "@codemirror/state";
import type { Analysis, Fix } from "../api/client";

const SEVERITY = { stop: "error", warn: "warning", hint: "info" } as const;

/** Findings as marks in the words, each with its mends. */
export function diagnostics(analysis: Analysis, about: string): Diagnostic[] {
  return analysis.findings.map((f) => ({
    from: Math.min(f.start, about.length),
    to: Math.min(Math.max(f.end, f.start), about.length),
    severity: SEVERITY[f.severity],
    message: f.message,
    source: f.code,
    actions: f.fixes.map((fix) => ({
      name: fix.label,
      apply: (view) => {
        if (view.state.doc.toString() === about) view.dispatch(edits(fix));
      },
    })),
  }));
}

export function edits(fix: Fix): TransactionSpec {
  return {
    changes: fix.edits.map((e) => ({ from: e.start, to: e.end, insert: e.text })),
    userEvent: "input.mend",
    scrollIntoView: true,
  };
}
