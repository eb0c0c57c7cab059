"""Settings, all from the environment; `./mossring start` and `./mossring test` set it.

MOSSRING_SECRET_KEY, MOSSRING_DB_NAME/USER/PASSWORD/HOST/PORT, MOSSRING_DEMO (one button into the demo
studio), MOSSRING_HOSTS (names the server answers to), MOSSRING_HTTPS (cookies over TLS only).
"""

from __future__ import annotations

from pathlib import Path

import environ
from csp.constants import NONCE, NONE, SELF

env = environ.Env()
ROOT = Path(__file__).resolve().parents[2]

SECRET_KEY = env.str("MOSSRING_SECRET_KEY")
DEBUG = False
DEMO = env.bool("MOSSRING_DEMO", default=False)
HTTPS = env.bool("MOSSRING_HTTPS", default=False)
ALLOWED_HOSTS = env.list("MOSSRING_HOSTS", default=["127.0.0.1", "localhost"])

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "axes",
    "csp",
    "mossring_web.accounts",
    "mossring_web.motifs",
    "mossring_web.swatches",
]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "csp.middleware.CSPMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "axes.middleware.AxesMiddleware",
]
ROOT_URLCONF = "mossring_web.urls"
WSGI_APPLICATION = "mossring_web.wsgi.application"

DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.mysql",
        "NAME": env.str("MOSSRING_DB_NAME", default="mossring"),
        "USER": env.str("MOSSRING_DB_USER", default="mossring"),
        "PASSWORD": env.str("MOSSRING_DB_PASSWORD", default=""),
        "HOST": env.str("MOSSRING_DB_HOST", default="127.0.0.1"),
        "PORT": env.str("MOSSRING_DB_PORT", default="3306"),
        "CONN_MAX_AGE": 60,
        "CONN_HEALTH_CHECKS": True,
        "OPTIONS": {"charset": "utf8mb4", "init_command": "SET sql_mode='STRICT_TRANS_TABLES'"},
        "TEST": {"CHARSET": "utf8mb4", "COLLATION": "utf8mb4_unicode_ci"},
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

AUTH_USER_MODEL = "accounts.User"
AUTHENTICATION_BACKENDS = ["axes.backends.AxesStandaloneBackend", "django.contrib.auth.backends.ModelBackend"]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator", "OPTIONS": {"min_length": 10}},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
    {"NAME": "django.contrib.auth.password_validation.UserAttributeSimilarityValidator"},
]
AXES_FAILURE_LIMIT = 8
AXES_COOLOFF_TIME = 0.25
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_VERBOSE = False

SESSION_COOKIE_NAME = "moss_session"
SESSION_COOKIE_AGE = 60 * 60 * 24 * 60
CSRF_COOKIE_NAME = "moss_csrf"
SESSION_COOKIE_SAMESITE = CSRF_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = HTTPS
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"

CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [NONE],
        "script-src": [SELF, NONCE],
        "style-src": [SELF, NONCE],
        "img-src": [SELF, "data:"],
        "font-src": [SELF, "data:"],  # a printed page brings its faces along
        "connect-src": [SELF],
        "form-action": [SELF],
        "base-uri": [NONE],
        "frame-ancestors": [NONE],
    }
}

STATIC_URL = "/static/"
WEB_DIST = ROOT / "web" / "dist"
STATICFILES_DIRS = [WEB_DIST] if WEB_DIST.is_dir() else []
WHITENOISE_USE_FINDERS = True
WHITENOISE_AUTOREFRESH = False
WHITENOISE_IMMUTABLE_FILE_TEST = r"^.+-[A-Za-z0-9_-]{8}\.(js|css|woff2)$"

TIME_ZONE = "UTC"
USE_TZ = True
LANGUAGE_CODE = "en"
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "root": {"handlers": ["console"], "level": "WARNING"},
}
