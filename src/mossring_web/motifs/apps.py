from django.apps import AppConfig


class MotifsConfig(AppConfig):
    name = "mossring_web.motifs"
    label = "motifs"
