"""Faults put into core on purpose: a suite that does not notice them proves nothing."""
