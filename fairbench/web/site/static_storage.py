"""Static files with the hash of their content in the name, ES module imports included."""

from whitenoise.storage import CompressedManifestStaticFilesStorage


class ModuleAwareStorage(CompressedManifestStaticFilesStorage):
    """Names of static files carry a digest, in imports between scripts too."""

    support_js_module_import_aggregation = True
