"""Django settings, all of them derived from `config.environment`."""

from __future__ import annotations

from pathlib import Path

from csp.constants import NONE, SELF, UNSAFE_INLINE

from oxgang.config.environment import Environment

ENV = Environment()
ENV.refuse_defaults_in_production()

PACKAGE = Path(__file__).resolve().parent.parent
WEB = PACKAGE / "webdist"

SECRET_KEY = ENV.secret_key
DEBUG = ENV.mode == "dev"
ALLOWED_HOSTS = ENV.allowed_hosts
CSRF_TRUSTED_ORIGINS = [f"https://{host}" for host in ENV.allowed_hosts] if ENV.https else []

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "axes",
    "oxgang.academy",
    "oxgang.range_sessions",
    "oxgang.matrix",
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
ROOT_URLCONF = "oxgang.config.urls"
WSGI_APPLICATION = "oxgang.config.wsgi.application"

DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": str(ENV.database),
        "CONN_MAX_AGE": None,
        "OPTIONS": {
            "timeout": 20,
            # A write takes its lock at once, so that two writers queue instead of failing; FULL
            # makes an acknowledged ball survive a power cut.
            "transaction_mode": "IMMEDIATE",
            "init_command": (
                "PRAGMA journal_mode=WAL;PRAGMA synchronous=FULL;"
                "PRAGMA foreign_keys=ON;PRAGMA busy_timeout=20000;"
            ),
        },
        "TEST": {"NAME": str(ENV.data / "test.sqlite3")},
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
USE_TZ = True
TIME_ZONE = "UTC"

AUTHENTICATION_BACKENDS = [
    "axes.backends.AxesStandaloneBackend",
    "django.contrib.auth.backends.ModelBackend",
]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator"},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
]
if ENV.mode == "test":
    PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
AXES_FAILURE_LIMIT = 5
AXES_COOLOFF_TIME = 0.25  # hours
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_RESET_ON_SUCCESS = True
AXES_LOCKOUT_CALLABLE = "oxgang.api.problems.locked_out"
AXES_VERBOSE = False
SILENCED_SYSTEM_CHECKS = ["axes.W006"]  # the address is part of the lock-out on purpose

# Kept in this process as well: a request need not ask the database who is signed in.
SESSION_ENGINE = "django.contrib.sessions.backends.cached_db"
SESSION_COOKIE_AGE = 14 * 24 * 3600
SESSION_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = ENV.https
SESSION_SAVE_EVERY_REQUEST = False
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"
SECURE_HSTS_SECONDS = 31_536_000 if ENV.https else 0

CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [SELF],
        # Ant Design Vue writes its theme into style elements at run time.
        "style-src": [SELF, UNSAFE_INLINE],
        "img-src": [SELF, "data:"],
        "object-src": [NONE],
        "base-uri": [SELF],
        "form-action": [SELF],
        "frame-ancestors": [NONE],
    }
}

# Uploads are CSV files; 50,000 rows are about 6 MB.
DATA_UPLOAD_MAX_MEMORY_SIZE = 64 * 1024 * 1024
FILE_UPLOAD_MAX_MEMORY_SIZE = 64 * 1024 * 1024

STATIC_URL = "static/"
WHITENOISE_ROOT = WEB if WEB.is_dir() else None
WHITENOISE_MAX_AGE = 0
WHITENOISE_AUTOREFRESH = False


def _hashed_by_vite(path: str, url: str) -> bool:
    return url.startswith("/assets/")


WHITENOISE_IMMUTABLE_FILE_TEST = _hashed_by_vite

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "root": {"handlers": ["console"], "level": "WARNING"},
}
