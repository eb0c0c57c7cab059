from django.apps import AppConfig


class AccountsConfig(AppConfig):
    name = "mossring_web.accounts"
    label = "accounts"
