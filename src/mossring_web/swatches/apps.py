from django.apps import AppConfig


class SwatchesConfig(AppConfig):
    name = "mossring_web.swatches"
    default_auto_field = "django.db.models.BigAutoField"
