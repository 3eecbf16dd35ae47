"""What to hit next: plans, protocols, and how much hitting is enough."""
