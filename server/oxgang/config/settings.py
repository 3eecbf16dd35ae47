"""Django settings, all of them derived from `config.environment`."""

from __future__ import annotations

from pathlib import Path

from csp.constants import NONE, SELF, UNSAFE_INLINE

from oxgang.config.environment import Environment
from oxgang.config.limits import LARGEST

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
    "django_otp",
    "django_otp.plugins.otp_static",
    "django_otp.plugins.otp_totp",
    "oxgang.academy",
    "oxgang.range_sessions",
    "oxgang.matrix",
    "oxgang.practice",
]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    # Before the files: the page that the service worker keeps has its headers from there.
    "csp.middleware.CSPMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "oxgang.config.middleware.KnownNames",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "oxgang.config.middleware.GZipText",
    "oxgang.config.middleware.OfNobodyElse",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "oxgang.config.middleware.BodyLimits",
    "oxgang.config.middleware.KeepSession",
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
                # What is deleted is overwritten: a student who was erased is.
                "PRAGMA secure_delete=ON;"
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
    {
        "NAME": "django.contrib.auth.password_validation.MinimumLengthValidator",
        "OPTIONS": {"min_length": 12},
    },
    {"NAME": "oxgang.academy.services.passwords.NotOneOfOurs"},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
]
# Costly by memory, so that a lost database is not guessed through on graphics cards; a password
# kept the older way is kept the new way when its owner signs in next.
COSTLY_HASHERS = [
    "oxgang.config.hashers.Argon2Bounded",
    "django.contrib.auth.hashers.PBKDF2PasswordHasher",
]
PASSWORD_HASHERS = COSTLY_HASHERS
if ENV.mode == "test":
    PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
# How many wrong passwords lock what: see `api.account.throttle`.
AXES_HANDLER = "oxgang.academy.services.throttle.Throttle"
AXES_FAILURE_LIMIT = 5
AXES_COOLOFF_TIME = 0.25  # hours
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
# Trying while locked out does not begin the wait anew.
AXES_RESET_COOL_OFF_ON_FAILURE_DURING_LOCKOUT = False
AXES_RESET_ON_SUCCESS = True
AXES_LOCKOUT_CALLABLE = "oxgang.api.problems.locked_out"
# What a phone calls the codes.
OTP_TOTP_ISSUER = "Oxgang"
AXES_VERBOSE = False
# Sign-ins are in the academy's own log.
AXES_DISABLE_ACCESS_LOG = True
# Waitress has put the true address there (`--proxy`); headers are nobody's word.
AXES_CLIENT_IP_CALLABLE = "oxgang.academy.services.throttle.address_of"
SILENCED_SYSTEM_CHECKS = ["axes.W006"]  # the address is part of the lock-out on purpose

# In the database alone: signing out and deactivation hold in every process at once.
SESSION_ENGINE = "django.contrib.sessions.backends.db"
# How long a sign-in lasts is `api.account.sessions`' to say.
SESSION_COOKIE_AGE = 14 * 24 * 3600
# A cookie of this name is taken from this host alone, over HTTPS (RFC 6265bis, section 4.1.3.2).
if ENV.https:
    SESSION_COOKIE_NAME, CSRF_COOKIE_NAME = "__Host-oxgang", "__Host-csrftoken"
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

# Bodies are bounded by address before this (`config.limits`); files go to a temporary file.
DATA_UPLOAD_MAX_MEMORY_SIZE = LARGEST
FILE_UPLOAD_MAX_MEMORY_SIZE = 1024 * 1024
DATA_UPLOAD_MAX_NUMBER_FIELDS = 40
DATA_UPLOAD_MAX_NUMBER_FILES = 1

STATIC_URL = "static/"
WHITENOISE_ROOT = WEB if WEB.is_dir() else None
WHITENOISE_MAX_AGE = 0
WHITENOISE_AUTOREFRESH = False
WHITENOISE_ALLOW_ALL_ORIGINS = False


def _hashed_by_vite(path: str, url: str) -> bool:
    return url.startswith("/assets/")


WHITENOISE_IMMUTABLE_FILE_TEST = _hashed_by_vite

# A log in a file is turned over before it fills the disk.
_HANDLER = (
    {"class": "logging.StreamHandler", "formatter": "timed"}
    if ENV.log is None
    else {
        "class": "logging.handlers.RotatingFileHandler",
        "filename": str(ENV.log),
        "maxBytes": 5_000_000,
        "backupCount": 5,
        "encoding": "utf-8",
        "formatter": "timed",
    }
)
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "formatters": {
        "timed": {
            "()": "oxgang.config.logs.Redacting",
            "format": "%(asctime)s %(levelname)s %(name)s %(message)s",
        },
    },
    "handlers": {"log": _HANDLER},
    "root": {"handlers": ["log"], "level": "WARNING"},
}
