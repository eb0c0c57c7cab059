"""Findings: what is wrong with a motif, in the trade's words, with mends that were tried."""

from mossring.findings.collect import find_all
from mossring.findings.finding import Edit, Finding, Fix, Severity, apply
from mossring.findings.rules import RULES

__all__ = ["RULES", "Edit", "Finding", "Fix", "Severity", "apply", "find_all"]
