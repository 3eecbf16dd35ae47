"""How the server is put together: environment, settings, addresses."""
