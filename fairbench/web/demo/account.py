"""The login of the demo practice, the same for whoever starts it and whoever fills it."""

EMAIL = "orla@kittiwake.example"
PASSWORD = "harbour-bench-24"
