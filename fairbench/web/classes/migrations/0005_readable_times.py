"""Times that no one could read again are brought into the years that can be."""

from django.db import migrations

_BEFORE, _AFTER = "'2000-01-01 00:00+00'", "'2200-01-01 00:00+00'"
# In SQL, since such a row cannot even be read: what lies outside is at the beginning of its class.
_IN_CLASS = """
    UPDATE {table} SET at = coalesce(
        (SELECT CASE WHEN m.started_at >= {before} AND m.started_at < {after} THEN m.started_at END
           FROM classes_meeting m WHERE m.id = {table}.meeting_id),
        (SELECT m.held_on::timestamptz FROM classes_meeting m WHERE m.id = {table}.meeting_id))
    WHERE at < {before} OR at >= {after}
"""
_OF_CLASS = "UPDATE classes_meeting SET {field} = held_on::timestamptz WHERE {field} < {before} OR {field} >= {after}"


def _sql(text, **names):
    return text.format(before=_BEFORE, after=_AFTER, **names)


class Migration(migrations.Migration):
    dependencies = [("accounts", "0003_audit_verbs"), ("classes", "0004_remembered")]

    operations = [
        *(
            migrations.RunSQL(_sql(_OF_CLASS, field=field), migrations.RunSQL.noop)
            for field in ("started_at", "ended_at")
        ),
        *(
            migrations.RunSQL(_sql(_IN_CLASS, table=table), migrations.RunSQL.noop)
            for table in ("classes_teachevent", "classes_incident")
        ),
    ]
