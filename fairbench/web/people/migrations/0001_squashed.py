"""The tables of this room as they stand after the 22 steps that an older database takes one by one."""

import django.core.validators
import django.db.models.deletion
import fairbench.web.people.home_models
import uuid
from django.conf import settings
from django.db import migrations, models

from fairbench.web.site.create_tables import CreateTables

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


class Migration(migrations.Migration):

    initial = True

    replaces = [
        ('people', '0001_initial'),
        ('people', '0002_health'),
        ('people', '0003_words_and_listings'),
        ('people', '0004_health_summary_and_override'),
        ('people', '0005_fuller_health_summary'),
        ('people', '0006_what_must_be_true'),
        ('people', '0007_constraints'),
        ('people', '0008_arm_moves_little'),
        ('people', '0009_facts'),
        ('people', '0010_taught'),
        ('people', '0011_tingling'),
        ('people', '0012_incident'),
        ('people', '0013_noted_sides'),
        ('people', '0014_noted_loads'),
        ('people', '0015_sharing_and_ranges'),
        ('people', '0016_room_chair_and_things'),
        ('people', '0017_own_settings'),
        ('people', '0018_minutes_they_have'),
        ('people', '0019_sex_and_test_results'),
        ('people', '0020_own_figure'),
        ('people', '0021_schools_and_goals'),
        ('people', '0022_home'),
    ]

    dependencies = [
        ('accounts', '0001_squashed'),
        ('rooms', '0001_rooms_and_stores'),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        CreateTables([
            migrations.CreateModel(
                name='Clearance',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('noted_at', models.DateTimeField(auto_now_add=True)),
                    ('ended_at', models.DateTimeField(null=True)),
                    ('condition', models.SlugField(blank=True, max_length=40)),
                    ('who', models.CharField(max_length=120, verbose_name='clinician')),
                    ('said', models.CharField(max_length=300, verbose_name='what was said')),
                    ('letter', models.CharField(blank=True, max_length=160, verbose_name='where the letter is kept')),
                    ('until', models.DateField(blank=True, null=True)),
                    ('ended_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('noted_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                ],
                options={
                    'ordering': ('noted_at',),
                    'abstract': False,
                },
            ),
            migrations.CreateModel(
                name='Goal',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('noted_at', models.DateTimeField(auto_now_add=True)),
                    ('ended_at', models.DateTimeField(null=True)),
                    ('task', models.CharField(max_length=120)),
                    ('exercises', models.JSONField(default=list)),
                    ('ended_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('noted_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                ],
                options={
                    'ordering': ('noted_at',),
                    'abstract': False,
                },
            ),
            migrations.CreateModel(
                name='Group',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('name', models.CharField(max_length=80)),
                    ('place', models.CharField(blank=True, max_length=120)),
                    ('ranges_from', models.CharField(blank=True, choices=[('least', 'at the least'), ('middle', 'in the middle'), ('most', 'at the most')], max_length=6)),
                    ('school', models.CharField(blank=True, choices=[('ten', 'ten per cent a week'), ('range', 'range, then load'), ('ladder', 'version ladder')], max_length=6)),
                    ('places', models.PositiveSmallIntegerField(blank=True, null=True)),
                    ('taught', models.JSONField(default=dict, editable=False)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('room', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='groups', to='rooms.room')),
                ],
                options={
                    'ordering': ('name',),
                },
            ),
            migrations.CreateModel(
                name='Milestone',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('words', models.CharField(max_length=120)),
                    ('reached_on', models.DateField(null=True)),
                    ('at', models.DateTimeField(auto_now_add=True)),
                    ('goal', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='milestones', to='people.goal')),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                ],
                options={
                    'ordering': ('at',),
                },
            ),
            migrations.CreateModel(
                name='Participant',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('call_name', models.CharField(max_length=80, verbose_name='name to call')),
                    ('birth_year', models.PositiveSmallIntegerField(blank=True, null=True)),
                    ('private_note', models.TextField(blank=True, max_length=2000)),
                    ('remember', models.CharField(blank=True, max_length=200, verbose_name='to remember in class')),
                    ('goals', models.CharField(blank=True, max_length=300, verbose_name='wants to be able to')),
                    ('emergency', models.CharField(blank=True, max_length=160, verbose_name='in an emergency call')),
                    ('email', models.EmailField(blank=True, max_length=254)),
                    ('pace', models.DecimalField(decimal_places=2, default=1, max_digits=3, validators=[django.core.validators.MinValueValidator(1), django.core.validators.MaxValueValidator(3)])),
                    ('chair_arms', models.CharField(blank=True, choices=[('with', 'with arms'), ('without', 'without arms')], max_length=7)),
                    ('seat_from_cm', models.PositiveSmallIntegerField(blank=True, null=True)),
                    ('seat_to_cm', models.PositiveSmallIntegerField(blank=True, null=True)),
                    ('feet_raised', models.BooleanField(default=False)),
                    ('chair_at_wall', models.BooleanField(default=False)),
                    ('budgets', models.JSONField(default=dict)),
                    ('sex', models.CharField(blank=True, choices=[('f', 'women'), ('m', 'men')], max_length=1)),
                    ('school', models.CharField(blank=True, choices=[('ten', 'ten per cent a week'), ('range', 'range, then load'), ('ladder', 'version ladder')], max_length=6)),
                    ('health_summary', models.JSONField(default=dict, editable=False)),
                    ('taught', models.JSONField(default=dict, editable=False)),
                    ('erased_at', models.DateTimeField(editable=False, null=True)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                ],
                options={
                    'ordering': ('call_name',),
                },
            ),
            migrations.CreateModel(
                name='OwnThing',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('prop', models.SlugField(max_length=40)),
                    ('instead', models.CharField(blank=True, max_length=80)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('participant', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='own_things', to='people.participant')),
                ],
                options={
                    'ordering': ('prop',),
                },
            ),
            migrations.CreateModel(
                name='Override',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('noted_at', models.DateTimeField(auto_now_add=True)),
                    ('ended_at', models.DateTimeField(null=True)),
                    ('exercise', models.SlugField(max_length=60)),
                    ('version', models.SlugField(max_length=60)),
                    ('instead', models.SlugField(blank=True, max_length=60)),
                    ('reason', models.CharField(max_length=200)),
                    ('until', models.DateField()),
                    ('ended_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('noted_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('participant', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='%(class)ss', to='people.participant')),
                ],
                options={
                    'ordering': ('noted_at',),
                    'abstract': False,
                },
            ),
            migrations.CreateModel(
                name='NotedSide',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('noted_at', models.DateTimeField(auto_now_add=True)),
                    ('ended_at', models.DateTimeField(null=True)),
                    ('kind', models.CharField(choices=[('weaker', 'weaker'), ('affected', 'affected')], max_length=8)),
                    ('side', models.CharField(max_length=5)),
                    ('exercise', models.SlugField(blank=True, max_length=60)),
                    ('ended_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('noted_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('participant', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='%(class)ss', to='people.participant')),
                ],
                options={
                    'ordering': ('noted_at',),
                    'abstract': False,
                },
            ),
            migrations.CreateModel(
                name='NotedSharing',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('noted_at', models.DateTimeField(auto_now_add=True)),
                    ('ended_at', models.DateTimeField(null=True)),
                    ('how', models.CharField(choices=[('same', 'both sides the same'), ('first', 'one side first'), ('only', 'one side only'), ('more', 'a set more on one side')], max_length=5)),
                    ('side', models.CharField(max_length=8)),
                    ('exercise', models.SlugField(blank=True, max_length=60)),
                    ('ended_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('noted_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('participant', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='%(class)ss', to='people.participant')),
                ],
                options={
                    'ordering': ('noted_at',),
                    'abstract': False,
                },
            ),
            migrations.CreateModel(
                name='NotedLoad',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('noted_at', models.DateTimeField(auto_now_add=True)),
                    ('ended_at', models.DateTimeField(null=True)),
                    ('exercise', models.SlugField(max_length=60)),
                    ('load', models.CharField(blank=True, max_length=80)),
                    ('setting', models.CharField(blank=True, max_length=100)),
                    ('reps', models.PositiveSmallIntegerField(null=True)),
                    ('seconds', models.PositiveSmallIntegerField(null=True)),
                    ('ended_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('noted_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('participant', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='%(class)ss', to='people.participant')),
                ],
                options={
                    'ordering': ('noted_at',),
                    'abstract': False,
                },
            ),
            migrations.CreateModel(
                name='Listing',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('since', models.DateField(auto_now_add=True)),
                    ('kind', models.CharField(choices=[('regular', 'Regular'), ('trial', 'Trial'), ('guest', 'Guest')], default='regular', max_length=8)),
                    ('group', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='listings', to='people.group')),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('participant', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='listings', to='people.participant')),
                ],
            ),
            migrations.CreateModel(
                name='HomeSheet',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('edition', models.PositiveIntegerField()),
                    ('document', models.JSONField()),
                    ('summary', models.CharField(max_length=200)),
                    ('at', models.DateTimeField(auto_now_add=True)),
                    ('handed_on', models.DateField(null=True)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('user', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('participant', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='home_sheets', to='people.participant')),
                ],
                options={
                    'ordering': ('-edition',),
                },
            ),
            migrations.CreateModel(
                name='HomeReport',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('day', models.DateField()),
                    ('how', models.CharField(choices=[('none', 'none'), ('some', 'some'), ('most', 'most')], max_length=4)),
                    ('stopped', models.CharField(blank=True, choices=[('forgot', 'forgot'), ('time', 'no time'), ('hurt', 'it hurt'), ('tired', 'too tired'), ('ill', 'was ill'), ('unsure', 'not sure how'), ('things', 'a thing was missing'), ('dull', 'dull')], max_length=6)),
                    ('at', models.DateTimeField(auto_now=True)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('user', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('participant', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='home_reports', to='people.participant')),
                ],
                options={
                    'ordering': ('-day',),
                },
            ),
            migrations.CreateModel(
                name='HealthEvent',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('noted_at', models.DateTimeField(auto_now_add=True)),
                    ('ended_at', models.DateTimeField(null=True)),
                    ('kind', models.CharField(choices=[('a fall', 'Fall'), ('an operation', 'Operation'), ('a stay in hospital', 'Hospital'), ('a new diagnosis', 'Diagnosis'), ('a new medicine', 'Medicine'), ('tingling or spreading pain', 'Tingling'), ('an incident in class', 'Incident'), ('a test result to talk over', 'Measure')], max_length=40)),
                    ('happened_on', models.DateField()),
                    ('note', models.CharField(blank=True, max_length=200)),
                    ('ended_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('noted_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('participant', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='%(class)ss', to='people.participant')),
                ],
                options={
                    'ordering': ('noted_at',),
                    'abstract': False,
                },
            ),
            migrations.AddField(
                model_name='group',
                name='participants',
                field=models.ManyToManyField(related_name='groups', through='people.Listing', to='people.participant'),
            ),
            migrations.AddField(
                model_name='goal',
                name='participant',
                field=models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='goals_kept', to='people.participant'),
            ),
            migrations.CreateModel(
                name='Condition',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('noted_at', models.DateTimeField(auto_now_add=True)),
                    ('ended_at', models.DateTimeField(null=True)),
                    ('condition', models.SlugField(max_length=40)),
                    ('side', models.CharField(blank=True, max_length=5)),
                    ('severity', models.CharField(blank=True, max_length=40)),
                    ('stage', models.CharField(blank=True, max_length=40)),
                    ('since', models.DateField(blank=True, null=True)),
                    ('measure', models.FloatField(blank=True, null=True)),
                    ('until', models.DateField(blank=True, null=True)),
                    ('note', models.CharField(blank=True, max_length=200)),
                    ('advice', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='limits', to='people.clearance')),
                    ('ended_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('noted_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('participant', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='%(class)ss', to='people.participant')),
                ],
                options={
                    'ordering': ('noted_at',),
                    'abstract': False,
                },
            ),
            migrations.AddField(
                model_name='clearance',
                name='participant',
                field=models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='%(class)ss', to='people.participant'),
            ),
            migrations.CreateModel(
                name='AtHome',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('hold', models.CharField(blank=True, max_length=40)),
                    ('up_alone', models.BooleanField(null=True)),
                    ('wish', models.CharField(choices=[('paper', 'on paper'), ('letter', 'by email'), ('none', 'nothing')], default='paper', max_length=6)),
                    ('size', models.PositiveSmallIntegerField(default=16)),
                    ('minutes', models.PositiveSmallIntegerField(default=15)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('participant', models.OneToOneField(on_delete=django.db.models.deletion.PROTECT, related_name='at_home', to='people.participant')),
                ],
            ),
            migrations.CreateModel(
                name='PastListing',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('since', models.DateField()),
                    ('until', models.DateField()),
                    ('kind', models.CharField(choices=[('regular', 'Regular'), ('trial', 'Trial'), ('guest', 'Guest')], max_length=8)),
                    ('group', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='past_listings', to='people.group')),
                    ('participant', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='past_listings', to='people.participant')),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                ],
            ),
            migrations.CreateModel(
                name='PersonLetter',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('kind', models.CharField(choices=[('sheet', 'home sheet'), ('bring', 'what to bring'), ('off', 'a class is off'), ('screen', 'screening runs out')], max_length=6)),
                    ('about', models.CharField(max_length=80)),
                    ('subject', models.CharField(max_length=150)),
                    ('body', models.TextField(max_length=4000)),
                    ('state', models.CharField(choices=[('waiting', 'to be looked at'), ('sent', 'sent'), ('printed', 'printed'), ('dropped', 'not sent')], default='waiting', max_length=7)),
                    ('made_at', models.DateTimeField(auto_now_add=True)),
                    ('looked_at', models.DateTimeField(null=True)),
                    ('done_at', models.DateTimeField(null=True)),
                    ('participant', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='letters', to='people.participant')),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('user', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ],
                options={
                    'ordering': ('-made_at',),
                },
            ),
            migrations.CreateModel(
                name='PhoneSheet',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('key', models.CharField(default=fairbench.web.people.home_models._key, editable=False, max_length=40, unique=True)),
                    ('made_at', models.DateTimeField(auto_now_add=True)),
                    ('withdrawn_at', models.DateTimeField(null=True)),
                    ('participant', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='phone_sheets', to='people.participant')),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                ],
                options={
                    'ordering': ('-made_at',),
                    'default_manager_name': 'objects',
                },
            ),
            migrations.CreateModel(
                name='HomeTick',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('key', models.UUIDField()),
                    ('day', models.DateField()),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('phone', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='ticks', to='people.phonesheet')),
                ],
            ),
            migrations.CreateModel(
                name='Screening',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('answers', models.JSONField(default=dict)),
                    ('started_at', models.DateTimeField(auto_now_add=True)),
                    ('given_on', models.DateField(null=True)),
                    ('reviewed_at', models.DateTimeField(null=True)),
                    ('outcome', models.CharField(blank=True, max_length=12)),
                    ('wanted', models.CharField(blank=True, max_length=200)),
                    ('note', models.CharField(blank=True, max_length=500)),
                    ('participant', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='screenings', to='people.participant')),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('reviewed_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('started_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ],
                options={
                    'ordering': ('-started_at',),
                },
            ),
            migrations.CreateModel(
                name='Waiting',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('since', models.DateField(auto_now_add=True)),
                    ('at', models.DateTimeField(auto_now_add=True)),
                    ('group', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='waiting', to='people.group')),
                    ('participant', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='waiting', to='people.participant')),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                ],
                options={
                    'ordering': ('at',),
                },
            ),
            migrations.AddConstraint(
                model_name='participant',
                constraint=models.CheckConstraint(condition=models.Q(('pace__gte', 1), ('pace__lte', 3)), name='pace_from_1_to_3'),
            ),
            migrations.AddConstraint(
                model_name='participant',
                constraint=models.CheckConstraint(condition=models.Q(('chair_arms__in', ('', 'with', 'without'))), name='chair_arms_there_are'),
            ),
            migrations.AddConstraint(
                model_name='participant',
                constraint=models.CheckConstraint(condition=models.Q(('sex__in', ('', 'f', 'm'))), name='sex_of_published_bands'),
            ),
            migrations.AddConstraint(
                model_name='participant',
                constraint=models.CheckConstraint(condition=models.Q(('school__in', ('', 'ten', 'range', 'ladder'))), name='a_school_of_a_person'),
            ),
            migrations.AddConstraint(
                model_name='ownthing',
                constraint=models.UniqueConstraint(fields=('participant', 'prop'), name='one_own_thing_a_prop'),
            ),
            migrations.AddConstraint(
                model_name='notedside',
                constraint=models.CheckConstraint(condition=models.Q(('side__in', ('left', 'right'))), name='noted_side_there_is'),
            ),
            migrations.AddConstraint(
                model_name='notedside',
                constraint=models.CheckConstraint(condition=models.Q(('kind__in', ('weaker', 'affected'))), name='noted_side_kind_there_is'),
            ),
            migrations.AddConstraint(
                model_name='notedside',
                constraint=models.UniqueConstraint(condition=models.Q(('ended_at', None)), fields=('participant', 'kind', 'exercise'), name='one_noted_side_at_a_time'),
            ),
            migrations.AddConstraint(
                model_name='notedsharing',
                constraint=models.CheckConstraint(condition=models.Q(('how__in', ('same', 'first', 'only', 'more'))), name='noted_sharing_there_is'),
            ),
            migrations.AddConstraint(
                model_name='notedsharing',
                constraint=models.CheckConstraint(condition=models.Q(('side__in', ('left', 'right', 'weaker', 'affected'))), name='noted_sharing_side_there_is'),
            ),
            migrations.AddConstraint(
                model_name='notedsharing',
                constraint=models.UniqueConstraint(condition=models.Q(('ended_at', None)), fields=('participant', 'exercise'), name='one_noted_sharing_at_a_time'),
            ),
            migrations.AddConstraint(
                model_name='notedload',
                constraint=models.UniqueConstraint(condition=models.Q(('ended_at', None)), fields=('participant', 'exercise'), name='one_noted_load_at_a_time'),
            ),
            migrations.AddConstraint(
                model_name='listing',
                constraint=models.UniqueConstraint(fields=('group', 'participant'), name='listed_once'),
            ),
            migrations.AddConstraint(
                model_name='listing',
                constraint=models.CheckConstraint(condition=models.Q(('kind__in', ('regular', 'trial', 'guest'))), name='a_listing_there_is'),
            ),
            migrations.AddConstraint(
                model_name='homesheet',
                constraint=models.UniqueConstraint(fields=('participant', 'edition'), name='one_home_sheet_an_edition'),
            ),
            migrations.AddConstraint(
                model_name='homereport',
                constraint=models.UniqueConstraint(fields=('participant', 'day'), name='asked_of_home_once_a_day'),
            ),
            migrations.AddConstraint(
                model_name='homereport',
                constraint=models.CheckConstraint(condition=models.Q(('how__in', ('none', 'some', 'most'))), name='home_went_so_or_so'),
            ),
            migrations.AddConstraint(
                model_name='homereport',
                constraint=models.CheckConstraint(condition=models.Q(('stopped__in', ('', 'forgot', 'time', 'hurt', 'tired', 'ill', 'unsure', 'things', 'dull'))), name='stopped_by_what_there_is'),
            ),
            migrations.AddConstraint(
                model_name='healthevent',
                constraint=models.CheckConstraint(condition=models.Q(('kind__in', ('a fall', 'an operation', 'a stay in hospital', 'a new diagnosis', 'a new medicine', 'tingling or spreading pain', 'an incident in class', 'a test result to talk over'))), name='health_event_there_is'),
            ),
            migrations.AddConstraint(
                model_name='group',
                constraint=models.CheckConstraint(condition=models.Q(('ranges_from__in', ('', 'least', 'middle', 'most'))), name='ranges_of_a_group_begin'),
            ),
            migrations.AddConstraint(
                model_name='group',
                constraint=models.CheckConstraint(condition=models.Q(('school__in', ('', 'ten', 'range', 'ladder'))), name='a_school_of_a_group'),
            ),
            migrations.AddConstraint(
                model_name='condition',
                constraint=models.CheckConstraint(condition=models.Q(('side__in', ('', 'left', 'right'))), name='condition_side_there_is'),
            ),
            migrations.AddConstraint(
                model_name='athome',
                constraint=models.CheckConstraint(condition=models.Q(('wish__in', ('paper', 'letter', 'none'))), name='a_wish_there_is'),
            ),
            migrations.AddConstraint(
                model_name='athome',
                constraint=models.CheckConstraint(condition=models.Q(('size__in', (16, 20, 24))), name='a_size_there_is'),
            ),
            migrations.AddConstraint(
                model_name='pastlisting',
                constraint=models.CheckConstraint(condition=models.Q(('until__gte', models.F('since'))), name='listing_ends_after_it_began'),
            ),
            migrations.AddConstraint(
                model_name='personletter',
                constraint=models.UniqueConstraint(fields=('participant', 'kind', 'about'), name='one_letter_about_a_thing'),
            ),
            migrations.AddConstraint(
                model_name='personletter',
                constraint=models.CheckConstraint(condition=models.Q(('kind__in', ('sheet', 'bring', 'off', 'screen'))), name='a_letter_to_a_person'),
            ),
            migrations.AddConstraint(
                model_name='personletter',
                constraint=models.CheckConstraint(condition=models.Q(('state__in', ('waiting', 'sent', 'printed', 'dropped'))), name='a_letter_is_somewhere'),
            ),
            migrations.AddConstraint(
                model_name='phonesheet',
                constraint=models.UniqueConstraint(condition=models.Q(('withdrawn_at__isnull', True)), fields=('participant',), name='one_address_at_a_time'),
            ),
            migrations.AddConstraint(
                model_name='hometick',
                constraint=models.UniqueConstraint(fields=('phone', 'key'), name='one_tick_a_key'),
            ),
            migrations.AddConstraint(
                model_name='screening',
                constraint=models.UniqueConstraint(condition=models.Q(('given_on__isnull', True)), fields=('participant',), name='one_open_screening'),
            ),
            migrations.AddConstraint(
                model_name='waiting',
                constraint=models.UniqueConstraint(fields=('group', 'participant'), name='waits_once'),
            ),
        ]),
        migrations.RunSQL(_TRIGGER, _BACK),
    ]
