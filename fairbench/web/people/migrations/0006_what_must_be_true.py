"""What must be true of people and their health is held by the database. Rows that were not so are brought there first."""

from django.db import migrations
from django.db.models import F

# A group's members are of the group's practice. Two rows are compared, which no CHECK can do.
_TRIGGER = """
CREATE FUNCTION same_practice() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    IF NEW.practice_id IS DISTINCT FROM (SELECT practice_id FROM people_group WHERE id = NEW.group_id)
       OR NEW.practice_id IS DISTINCT FROM (SELECT practice_id FROM people_participant WHERE id = NEW.participant_id) THEN
        RAISE EXCEPTION 'a group and its people are of one practice' USING ERRCODE = 'check_violation';
    END IF;
    RETURN NEW;
END $$;
CREATE TRIGGER listing_of_one_practice BEFORE INSERT OR UPDATE ON people_listing
    FOR EACH ROW EXECUTE FUNCTION same_practice();
CREATE TRIGGER past_listing_of_one_practice BEFORE INSERT OR UPDATE ON people_pastlisting
    FOR EACH ROW EXECUTE FUNCTION same_practice();
"""
_BACK = """
DROP TRIGGER listing_of_one_practice ON people_listing;
DROP TRIGGER past_listing_of_one_practice ON people_pastlisting;
DROP FUNCTION same_practice();
"""


def forward(apps, schema_editor):
    """Older screenings that were never handed in are handed in as they are; the newest stays open."""
    Participant = apps.get_model("people", "Participant")
    Participant.objects.filter(pace__lt=1).update(pace=1)
    Participant.objects.filter(pace__gt=3).update(pace=3)
    apps.get_model("people", "PastListing").objects.filter(until__lt=F("since")).update(until=F("since"))
    Screening = apps.get_model("people", "Screening")
    seen = set()
    for screening in Screening.objects.filter(given_on=None).order_by("-started_at"):
        if screening.participant_id in seen:
            Screening.objects.filter(id=screening.id).update(given_on=screening.started_at.date())
        seen.add(screening.participant_id)


class Migration(migrations.Migration):
    dependencies = [("people", "0005_fuller_health_summary")]

    operations = [
        migrations.RunPython(forward, migrations.RunPython.noop),
        migrations.RunSQL(_TRIGGER, _BACK),
    ]
