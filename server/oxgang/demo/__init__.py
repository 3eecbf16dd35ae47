"""The demo academy: invented people, seeded balls."""
