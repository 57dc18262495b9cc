"""Settings, fit for real use as they are. Everything a house may want to change comes from the
environment; ``docs/operating.md`` lists the names."""

import datetime
from pathlib import Path

import environ
from csp.constants import NONE, SELF

from fairbench.web.demo import account

ROOT = Path(__file__).resolve().parents[2]
LOCAL = ROOT / ".local"

env = environ.Env()

DEBUG = env.bool("FAIRBENCH_DEBUG", default=False)
SECRET_KEY = env.str("SECRET_KEY", default="") or (LOCAL / "secret_key").read_text(encoding="ascii").strip()
ALLOWED_HOSTS = env.list("ALLOWED_HOSTS", default=["127.0.0.1", "localhost"])
CSRF_FAILURE_VIEW = "fairbench.web.site.pages.not_from_here"
CSRF_TRUSTED_ORIGINS = env.list("CSRF_TRUSTED_ORIGINS", default=[])
BEHIND_TLS = env.bool("FAIRBENCH_BEHIND_TLS", default=False)
DEMO_LOGIN = (
    {"email": account.EMAIL, "password": account.PASSWORD} if env.bool("FAIRBENCH_DEMO", default=False) else None
)

SCALE_ADDRESS = env.str("FAIRBENCH_SCALE", default="")
DYNAMOMETER_ADDRESS = env.str("FAIRBENCH_DYNAMOMETER", default="")
RANGE_SENSOR_ADDRESS = env.str("FAIRBENCH_RANGE_SENSOR", default="")

DATABASES = {"default": env.db_url("DATABASE_URL")}
DATABASES["default"]["CONN_MAX_AGE"] = 600
DATABASES["default"]["CONN_HEALTH_CHECKS"] = True

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.humanize",
    "django.contrib.sessions",
    "django.contrib.messages",
    "django.contrib.staticfiles",
    "axes",
    "csp",
    "fairbench.web.site",
    "fairbench.web.accounts",
    "fairbench.web.rooms",
    "fairbench.web.people",
    "fairbench.web.measures",
    "fairbench.web.exercises",
    "fairbench.web.plans",
    "fairbench.web.classes",
    "fairbench.web.progress",
    "fairbench.web.handouts",
    "fairbench.web.terms",
    "fairbench.web.shelf",
    "fairbench.web.demo",
]

MIDDLEWARE = [
    "fairbench.web.site.request_log.RequestLogMiddleware",
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "csp.middleware.CSPMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "fairbench.web.site.no_store.NoStoreMiddleware",
    "fairbench.web.accounts.session_age.SessionAgeMiddleware",
    "fairbench.web.accounts.signed_out.SignInMiddleware",
    "fairbench.web.accounts.middleware.PracticeScopeMiddleware",
    "fairbench.web.people.handover.HandedOverMiddleware",
    "fairbench.web.terms.cover_teacher.CoverTeacherMiddleware",
    "django.contrib.messages.middleware.MessageMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "django_htmx.middleware.HtmxMiddleware",
    "fairbench.web.site.input_errors.InputErrorMiddleware",
    "axes.middleware.AxesMiddleware",
]

ROOT_URLCONF = "fairbench.web.urls"
WSGI_APPLICATION = "fairbench.web.wsgi.application"

TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "APP_DIRS": True,
        "OPTIONS": {
            "context_processors": [
                "django.template.context_processors.request",
                "django.contrib.auth.context_processors.auth",
                "django.contrib.messages.context_processors.messages",
                "fairbench.web.site.context.htmx",
                "fairbench.web.site.context.drafts",
            ],
            "builtins": [
                "fairbench.web.accounts.templatetags.permissions",
                "fairbench.web.exercises.templatetags.figures",
                "fairbench.web.site.templatetags.words",
            ],
        },
    }
]

AUTH_USER_MODEL = "accounts.User"
AUTHENTICATION_BACKENDS = ["axes.backends.AxesStandaloneBackend", "fairbench.web.accounts.backend.PracticeBackend"]
AXES_USERNAME_FORM_FIELD = "username"
AXES_FAILURE_LIMIT = 5
AXES_COOLOFF_TIME = datetime.timedelta(minutes=10)
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_RESET_ON_SUCCESS = True
AXES_RESET_COOL_OFF_ON_FAILURE_DURING_LOCKOUT = False
AXES_DISABLE_ACCESS_LOG = True
AXES_ENABLE_ADMIN = False
AXES_LOCKOUT_CALLABLE = "fairbench.web.accounts.guessing.locked_out"
LOGIN_URL = "accounts:sign_in"
LOGIN_REDIRECT_URL = "classes:today"
LOGOUT_REDIRECT_URL = "accounts:sign_in"
PASSWORD_HASHERS = ["django.contrib.auth.hashers.Argon2PasswordHasher"]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator", "OPTIONS": {"min_length": 10}},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
    {"NAME": "django.contrib.auth.password_validation.UserAttributeSimilarityValidator"},
]

_EMAIL = env.email_url("EMAIL_URL", default="") if env.str("EMAIL_URL", default="") else {}
EMAIL_BACKEND = _EMAIL.get("EMAIL_BACKEND", "fairbench.web.accounts.letters.LetterBackend")
EMAIL_HOST, EMAIL_PORT = _EMAIL.get("EMAIL_HOST", ""), _EMAIL.get("EMAIL_PORT", 25)
EMAIL_HOST_USER, EMAIL_HOST_PASSWORD = _EMAIL.get("EMAIL_HOST_USER", ""), _EMAIL.get("EMAIL_HOST_PASSWORD", "")
EMAIL_USE_TLS, EMAIL_USE_SSL = _EMAIL.get("EMAIL_USE_TLS", False), _EMAIL.get("EMAIL_USE_SSL", False)
DEFAULT_FROM_EMAIL = env.str("FAIRBENCH_MAIL_FROM", default="fair-bench@localhost")

LANGUAGE_CODE = "en-gb"
USE_I18N = False
TIME_ZONE = env.str("FAIRBENCH_TIME_ZONE", default="UTC")
USE_TZ = True

STATIC_URL = "static/"
STATIC_ROOT = LOCAL / "static"
STATICFILES_FINDERS = [
    "django.contrib.staticfiles.finders.FileSystemFinder",
]
STATICFILES_DIRS = [ROOT / "fairbench/web/static"]
STORAGES = {
    "default": {"BACKEND": "django.core.files.storage.FileSystemStorage"},
    "staticfiles": {"BACKEND": "fairbench.web.site.static_storage.ModuleAwareStorage"},
}
DATA_UPLOAD_MAX_MEMORY_SIZE = 8 * 1024 * 1024
FILE_UPLOAD_MAX_MEMORY_SIZE = 8 * 1024 * 1024

SESSION_IDLE_SECONDS = env.int("FAIRBENCH_IDLE_HOURS", default=4) * 3600
SESSION_LONGEST_SECONDS = env.int("FAIRBENCH_SESSION_HOURS", default=16) * 3600
SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_SECURE = BEHIND_TLS
CSRF_COOKIE_SECURE = BEHIND_TLS
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
SECURE_CROSS_ORIGIN_OPENER_POLICY = "same-origin"
SECURE_SSL_REDIRECT = BEHIND_TLS
SECURE_HSTS_SECONDS = 31_536_000 if BEHIND_TLS else 0
SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https") if BEHIND_TLS else None
X_FRAME_OPTIONS = "DENY"
CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [NONE],
        "script-src": [SELF],
        "style-src": [SELF],
        "font-src": [SELF],
        "img-src": [SELF],
        "connect-src": [SELF],
        "worker-src": [SELF],
        "manifest-src": [SELF],
        "form-action": [SELF],
        "base-uri": [NONE],
        "frame-ancestors": [NONE],
    }
}

MESSAGE_STORAGE = "django.contrib.messages.storage.session.SessionStorage"

# Logs hold routes, numbers and times, never what people wrote or who they are.
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "formatters": {
        "json": {
            "()": "fairbench.web.site.error_log.FramesFormatter",
            "fmt": "%(asctime)s %(levelname)s %(name)s %(message)s",
        }
    },
    "handlers": {"console": {"class": "logging.StreamHandler", "formatter": "json"}},
    "root": {"handlers": ["console"], "level": "WARNING"},
    "loggers": {
        "fairbench": {"level": env.str("FAIRBENCH_LOG_LEVEL", default="INFO")},
        "django.request": {"level": "ERROR"},
        "django.security": {"level": "CRITICAL"},
        "axes": {"level": "CRITICAL"},
    },
}
