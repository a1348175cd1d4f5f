"""Settings. They come from the environment here, at one edge; the safe ones are the default."""

from __future__ import annotations

import os
import secrets
import sys
from datetime import timedelta
from pathlib import Path

from csp.constants import NONE, SELF, UNSAFE_INLINE

from studio.folder import IS_CHECKOUT, ROOT, data_folder

VAR = data_folder()
DEMO = os.environ.get("COLD_CRADLE_DEMO") == "1"
DEBUG = os.environ.get("COLD_CRADLE_DEBUG") == "1"
_SHORTEST_KEY = 40
os.umask(0o077)  # what a studio writes is nobody else's on this machine
TESTING = len(sys.argv) > 1 and sys.argv[1] == "test"


def _secret_key() -> str:
    """From the environment, or made once and kept in a file that only its owner may read."""
    if key := os.environ.get("COLD_CRADLE_SECRET_KEY"):
        return key
    path = VAR / "secret-key"
    VAR.mkdir(mode=0o700, parents=True, exist_ok=True)
    if path.exists() and len(kept := path.read_text("ascii", "replace").strip()) >= _SHORTEST_KEY:
        return kept
    part = path.with_name(f".{path.name}.{os.getpid()}")  # whole, or not there: a disk may be full
    with os.fdopen(os.open(part, os.O_WRONLY | os.O_CREAT | os.O_TRUNC, 0o600), "w") as file:
        key = secrets.token_urlsafe(64)
        file.write(key)
        file.flush()
        os.fsync(file.fileno())
    os.replace(part, path)
    return key


SECRET_KEY = _secret_key()
ALLOWED_HOSTS = os.environ.get("COLD_CRADLE_HOSTS", "127.0.0.1,localhost,[::1]").split(",")
HTTPS = os.environ.get("COLD_CRADLE_HTTPS") == "1"
LAN = ""  # where it is reached from its own network; said where it is served

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "axes",
    "csp",
    "studio",
]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "studio.middleware.GZipBeyond",
    "csp.middleware.CSPMiddleware",
    "studio.door.Headers",
    "studio.middleware.InWords",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "studio.door.Strangers",
    *(["studio.demo.sign_in.SignInDemoUser"] if DEMO else []),
    "studio.members.InStudio",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "axes.middleware.AxesMiddleware",  # the last: it tells whoever guesses to wait
]
AUTHENTICATION_BACKENDS = [
    "axes.backends.AxesStandaloneBackend",
    "studio.signing_in.Backend",
    "django.contrib.auth.backends.ModelBackend",  # sessions of earlier releases name it
]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": f"django.contrib.auth.password_validation.{name}"}
    for name in (
        "UserAttributeSimilarityValidator",
        "MinimumLengthValidator",
        "CommonPasswordValidator",
        "NumericPasswordValidator",
    )
]
AXES_FAILURE_LIMIT = 8
AXES_COOLOFF_TIME = timedelta(minutes=10)
AXES_RESET_COOL_OFF_ON_FAILURE_DURING_LOCKOUT = False  # or whoever guesses on keeps the owner out for ever
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_LOCKOUT_CALLABLE = "studio.api.session.guessed_too_often"
AXES_DISABLE_ACCESS_LOG = True
ROOT_URLCONF = "studio.urls"
WSGI_APPLICATION = "studio.wsgi.application"
TEMPLATES = [{"BACKEND": "django.template.backends.django.DjangoTemplates", "APP_DIRS": True}]

_DATABASE = os.environ.get("COLD_CRADLE_DB", str(VAR / ("demo.sqlite3" if DEMO else "studio.sqlite3")))
_DURABLE = "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL; PRAGMA foreign_keys=ON;"
_QUICK = "PRAGMA journal_mode=MEMORY; PRAGMA synchronous=OFF; PRAGMA foreign_keys=ON;"
DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": _DATABASE,
        "OPTIONS": {
            "transaction_mode": "IMMEDIATE",
            "timeout": 10,  # s; then the answer is 503 in words, and the page sends it again
            "init_command": _QUICK if TESTING else _DURABLE,
        },
        # a file, not memory: the live server's threads lose writes to an in-memory database
        "TEST": {"NAME": str(VAR / "test.sqlite3")},
    }
}
SESSION_ENGINE = "studio.sessions"
CACHES = {
    "default": {"BACKEND": "django.core.cache.backends.locmem.LocMemCache"},
    # what all workers must see and no row is about: how far a log is on its way in
    "shared": {"BACKEND": "django.core.cache.backends.filebased.FileBasedCache", "LOCATION": str(VAR / "shared")},
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
if TESTING:
    AXES_ENABLED = False  # a test of its own switches it on
    PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]

STATIC_URL = "/static/"
# the built pages: beside a checkout they are gathered anew when they change, installed they lie in the package
PAGES = ROOT / "web" / "dist" if IS_CHECKOUT else ROOT / "studio" / "pages"
STATIC_ROOT = ROOT / "var" / "static" if IS_CHECKOUT else PAGES
STATICFILES_DIRS = [PAGES] if IS_CHECKOUT and PAGES.is_dir() else []
STORAGES = {
    "default": {"BACKEND": "django.core.files.storage.FileSystemStorage"},
    "staticfiles": {"BACKEND": "whitenoise.storage.CompressedStaticFilesStorage"},
}
WHITENOISE_IMMUTABLE_FILE_TEST = r"^/static/assets/.+-[\w-]{8}\."
INDEX_HTML = PAGES / "index.html"

USE_TZ = True
TIME_ZONE = "UTC"
LANGUAGE_CODE = "en-gb"
DATA_UPLOAD_MAX_MEMORY_SIZE = 2_100_000


def _media_root() -> Path:
    """Meshes lie beside the database that speaks of them: what one studio does not know is never another's to sweep."""
    if given := os.environ.get("COLD_CRADLE_MEDIA"):
        return Path(given)
    if TESTING:
        return VAR / "test-media"
    database = Path(_DATABASE)
    return database.parent / ("media" if database.stem == "studio" else f"{database.stem}-media")


MEDIA_ROOT = _media_root()
FILE_UPLOAD_MAX_MEMORY_SIZE = 1_000_000  # larger ones wait on the disk

SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"
CSRF_FAILURE_VIEW = "studio.middleware.not_from_here"
SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = HTTPS
SECURE_SSL_REDIRECT = HTTPS
SECURE_HSTS_SECONDS = 31_536_000 if HTTPS else 0
SILENCED_SYSTEM_CHECKS = [
    "security.W005",  # a studio's own name has no others below it
    "security.W021",  # and is in nobody's list
    # on loopback there is nothing to encrypt; behind a proxy with https COLD_CRADLE_HTTPS=1 asks for all of it
    *([] if HTTPS else ["security.W004", "security.W008", "security.W012", "security.W016"]),
]
CSRF_TRUSTED_ORIGINS = [f"https://{host}" for host in ALLOWED_HOSTS if HTTPS and "*" not in host]
# styles are put in by the component library while it runs; scripts come from our own files alone
CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [SELF],
        "script-src": [SELF],
        "style-src": [SELF, UNSAFE_INLINE],
        "img-src": [SELF, "data:", "blob:"],  # a photograph is traced before it is sent anywhere
        "font-src": [SELF],
        "connect-src": [SELF],
        "object-src": [NONE],
        "base-uri": [NONE],
        "form-action": [SELF],
        "frame-ancestors": [NONE],
    }
}
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "root": {"handlers": ["console"], "level": "WARNING"},
    # refused requests are answered in words; they are not news for the terminal
    "loggers": {
        "django.request": {"level": "CRITICAL" if TESTING else "ERROR"},
        "axes": {"level": "CRITICAL" if TESTING else "WARNING"},
    },
}
