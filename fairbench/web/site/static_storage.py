"""Static files with the hash of their content in the name, ES module imports included."""

from whitenoise.storage import CompressedManifestStaticFilesStorage


class ModuleAwareStorage(CompressedManifestStaticFilesStorage):
    support_js_module_import_aggregation = True
