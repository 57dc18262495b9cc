"""The tables of this room as they stand after the 18 steps that an older database takes one by one."""

import datetime
import django.core.validators
import django.db.models.deletion
import uuid
from django.conf import settings
from django.db import migrations, models

from fairbench.web.site.create_tables import CreateTables


class Migration(migrations.Migration):

    initial = True

    replaces = [
        ('classes', '0001_initial'),
        ('classes', '0002_health'),
        ('classes', '0003_item_ids'),
        ('classes', '0004_remembered'),
        ('classes', '0005_readable_times'),
        ('classes', '0006_devices'),
        ('classes', '0007_planned'),
        ('classes', '0008_constraints'),
        ('classes', '0009_red_flags'),
        ('classes', '0010_readings'),
        ('classes', '0011_taught_each'),
        ('classes', '0012_parts'),
        ('classes', '0013_quick_marks'),
        ('classes', '0014_told'),
        ('classes', '0015_meeting_room'),
        ('classes', '0016_own_ways'),
        ('classes', '0017_how_it_felt'),
        ('classes', '0018_before_and_after'),
    ]

    dependencies = [
        ('accounts', '0001_squashed'),
        ('people', '0001_squashed'),
        ('plans', '0001_squashed'),
        ('rooms', '0001_rooms_and_stores'),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        CreateTables([
            migrations.CreateModel(
                name='Meeting',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('plan_document', models.JSONField()),
                    ('exercises', models.JSONField(default=list)),
                    ('planned', models.JSONField(editable=False, null=True)),
                    ('pace', models.FloatField(default=1)),
                    ('taught_before', models.JSONField(default=dict)),
                    ('remembered', models.JSONField(default=list, editable=False)),
                    ('player', models.JSONField(editable=False, null=True)),
                    ('player_at', models.DateTimeField(editable=False, null=True)),
                    ('state', models.CharField(choices=[('arrivals', 'Arrivals'), ('teaching', 'Teaching'), ('taught', 'Taught'), ('recorded', 'Recorded')], default='arrivals', max_length=10)),
                    ('source', models.CharField(choices=[('screen', 'Screen'), ('paper', 'Paper')], default='screen', max_length=6)),
                    ('cover', models.CharField(blank=True, max_length=80)),
                    ('held_on', models.DateField()),
                    ('started_at', models.DateTimeField(null=True)),
                    ('ended_at', models.DateTimeField(null=True)),
                    ('group', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='meetings', to='people.group')),
                    ('plan', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='meetings', to='plans.plan')),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('room', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='meetings', to='rooms.room')),
                    ('teacher', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ],
                options={
                    'ordering': ('-held_on', '-started_at'),
                },
            ),
            migrations.CreateModel(
                name='ItemTold',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('item', models.CharField(max_length=64)),
                    ('done', models.BooleanField()),
                    ('edition', models.PositiveSmallIntegerField(default=1)),
                    ('current', models.BooleanField(default=True)),
                    ('why', models.CharField(blank=True, max_length=200)),
                    ('at', models.DateTimeField(auto_now_add=True)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('user', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('meeting', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='items_told', to='classes.meeting')),
                ],
            ),
            migrations.CreateModel(
                name='Incident',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('sign', models.CharField(blank=True, max_length=20)),
                    ('at', models.DateTimeField()),
                    ('over_at', models.DateTimeField(null=True)),
                    ('what', models.TextField(blank=True, max_length=2000)),
                    ('seen_at', models.DateTimeField(null=True)),
                    ('event', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='people.healthevent')),
                    ('participant', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to='people.participant')),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('seen_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('user', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('meeting', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='incidents', to='classes.meeting')),
                ],
                options={
                    'ordering': ('at',),
                },
            ),
            migrations.CreateModel(
                name='Feeling',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('moment', models.CharField(choices=[('before', 'Before'), ('after', 'After')], max_length=6)),
                    ('feel', models.PositiveSmallIntegerField(null=True)),
                    ('breath', models.PositiveSmallIntegerField(null=True)),
                    ('reach', models.PositiveSmallIntegerField(null=True)),
                    ('sides', models.CharField(blank=True, max_length=9)),
                    ('word', models.CharField(blank=True, max_length=6)),
                    ('at', models.DateTimeField(auto_now=True)),
                    ('participant', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='feelings', to='people.participant')),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('user', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('meeting', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='feelings', to='classes.meeting')),
                ],
            ),
            migrations.CreateModel(
                name='Difference',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('item', models.CharField(blank=True, max_length=64)),
                    ('edition', models.PositiveSmallIntegerField(default=1)),
                    ('current', models.BooleanField(default=True)),
                    ('version', models.CharField(blank=True, max_length=64)),
                    ('done', models.PositiveSmallIntegerField(blank=True, null=True)),
                    ('done_left', models.PositiveSmallIntegerField(blank=True, null=True)),
                    ('done_right', models.PositiveSmallIntegerField(blank=True, null=True)),
                    ('load', models.FloatField(blank=True, null=True)),
                    ('lost_form', models.BooleanField(default=False)),
                    ('teach_again', models.BooleanField(default=False)),
                    ('tingling', models.BooleanField(default=False)),
                    ('felt', models.CharField(blank=True, max_length=4)),
                    ('sore_after', models.BooleanField(default=False)),
                    ('sides_differ', models.CharField(blank=True, max_length=8)),
                    ('skipped', models.BooleanField(default=False)),
                    ('effort', models.PositiveSmallIntegerField(blank=True, null=True, validators=[django.core.validators.MinValueValidator(0), django.core.validators.MaxValueValidator(10)])),
                    ('pain', models.PositiveSmallIntegerField(blank=True, null=True, validators=[django.core.validators.MinValueValidator(0), django.core.validators.MaxValueValidator(10)])),
                    ('pain_where', models.CharField(blank=True, max_length=80)),
                    ('note', models.TextField(blank=True, max_length=2000)),
                    ('why', models.CharField(blank=True, max_length=200)),
                    ('at', models.DateTimeField(auto_now_add=True)),
                    ('event', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='people.healthevent')),
                    ('participant', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='differences', to='people.participant')),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('user', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('meeting', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='differences', to='classes.meeting')),
                ],
            ),
            migrations.CreateModel(
                name='DayNote',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('kind', models.CharField(choices=[('unwell', 'Unwell'), ('pain', 'Pain'), ('fell', 'Fell'), ('medicine', 'Medicine'), ('operation', 'Operation'), ('flag', 'Flag'), ('reading', 'Reading'), ('talked', 'Talked')], max_length=10)),
                    ('where', models.CharField(blank=True, max_length=20)),
                    ('side', models.CharField(blank=True, max_length=5)),
                    ('figures', models.JSONField(default=list)),
                    ('taken_back', models.BooleanField(default=False)),
                    ('at', models.DateTimeField(auto_now_add=True)),
                    ('event', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='people.healthevent')),
                    ('participant', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='people.participant')),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('user', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('meeting', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='day_notes', to='classes.meeting')),
                ],
                options={
                    'ordering': ('at',),
                },
            ),
            migrations.CreateModel(
                name='Attendance',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('joined_at', models.DateTimeField(null=True)),
                    ('left_at', models.DateTimeField(null=True)),
                    ('exercises', models.JSONField(editable=False, null=True)),
                    ('ways', models.JSONField(editable=False, null=True)),
                    ('participant', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='attendances', to='people.participant')),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('meeting', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='attendances', to='classes.meeting')),
                ],
            ),
            migrations.CreateModel(
                name='StayCorrection',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('field', models.CharField(choices=[('here', 'was there'), ('joined', 'came'), ('left', 'left')], max_length=6)),
                    ('old', models.CharField(blank=True, max_length=20)),
                    ('new', models.CharField(blank=True, max_length=20)),
                    ('why', models.CharField(blank=True, max_length=200)),
                    ('at', models.DateTimeField(auto_now_add=True)),
                    ('meeting', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='stay_corrections', to='classes.meeting')),
                    ('participant', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='people.participant')),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('user', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ],
                options={
                    'ordering': ('at',),
                },
            ),
            migrations.CreateModel(
                name='TeachEvent',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('kind', models.CharField(max_length=20)),
                    ('item', models.CharField(blank=True, max_length=64)),
                    ('at', models.DateTimeField()),
                    ('text', models.TextField(blank=True, max_length=2000)),
                    ('number', models.IntegerField(null=True)),
                    ('side', models.CharField(blank=True, max_length=5)),
                    ('seconds', models.FloatField(null=True)),
                    ('mark', models.CharField(blank=True, choices=[('tired', 'Tired'), ('wobbly', 'Wobbly'), ('pain', 'Pain'), ('easier', 'Took it easier'), ('harder', 'Could do more'), ('stopped', 'Stopped'), ('lost_form', 'Lost form'), ('well_done', 'Well done'), ('tingling', 'Tingling or spreading pain')], max_length=10)),
                    ('meeting', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='events', to='classes.meeting')),
                    ('participant', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to='people.participant')),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                ],
                options={
                    'ordering': ('at',),
                },
            ),
            migrations.CreateModel(
                name='TeachingDevice',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('key', models.UUIDField()),
                    ('waiting', models.PositiveIntegerField(default=0)),
                    ('leads', models.BooleanField(default=False)),
                    ('last_seen', models.DateTimeField()),
                    ('meeting', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='devices', to='classes.meeting')),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                ],
            ),
            migrations.CreateModel(
                name='IncidentLine',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('at', models.DateTimeField()),
                    ('text', models.TextField(max_length=2000)),
                    ('written_at', models.DateTimeField(auto_now_add=True)),
                    ('incident', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='lines', to='classes.incident')),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('user', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ],
                options={
                    'ordering': ('at', 'written_at'),
                    'constraints': [models.CheckConstraint(condition=models.Q(models.Q(('at__gte', datetime.datetime(2000, 1, 1, 0, 0, tzinfo=datetime.timezone.utc)), ('at__lt', datetime.datetime(2200, 1, 1, 0, 0, tzinfo=datetime.timezone.utc))), ('at__isnull', True), _connector='OR'), name='incident_line_in_our_years')],
                },
            ),
            migrations.AddConstraint(
                model_name='meeting',
                constraint=models.CheckConstraint(condition=models.Q(models.Q(('started_at__gte', datetime.datetime(2000, 1, 1, 0, 0, tzinfo=datetime.timezone.utc)), ('started_at__lt', datetime.datetime(2200, 1, 1, 0, 0, tzinfo=datetime.timezone.utc))), ('started_at__isnull', True), _connector='OR'), name='meeting_started_in_our_years'),
            ),
            migrations.AddConstraint(
                model_name='meeting',
                constraint=models.CheckConstraint(condition=models.Q(models.Q(('ended_at__gte', datetime.datetime(2000, 1, 1, 0, 0, tzinfo=datetime.timezone.utc)), ('ended_at__lt', datetime.datetime(2200, 1, 1, 0, 0, tzinfo=datetime.timezone.utc))), ('ended_at__isnull', True), _connector='OR'), name='meeting_ended_in_our_years'),
            ),
            migrations.AddConstraint(
                model_name='meeting',
                constraint=models.CheckConstraint(condition=models.Q(('state__in', ('arrivals', 'teaching', 'taught', 'recorded'))), name='a_state_there_is'),
            ),
            migrations.AddConstraint(
                model_name='meeting',
                constraint=models.CheckConstraint(condition=models.Q(('source__in', ('screen', 'paper'))), name='a_source_there_is'),
            ),
            migrations.AddConstraint(
                model_name='itemtold',
                constraint=models.UniqueConstraint(fields=('meeting', 'item', 'edition'), name='one_telling_an_edition'),
            ),
            migrations.AddConstraint(
                model_name='itemtold',
                constraint=models.UniqueConstraint(condition=models.Q(('current', True)), fields=('meeting', 'item'), name='one_current_telling'),
            ),
            migrations.AddConstraint(
                model_name='incident',
                constraint=models.CheckConstraint(condition=models.Q(models.Q(('at__gte', datetime.datetime(2000, 1, 1, 0, 0, tzinfo=datetime.timezone.utc)), ('at__lt', datetime.datetime(2200, 1, 1, 0, 0, tzinfo=datetime.timezone.utc))), ('at__isnull', True), _connector='OR'), name='incident_in_our_years'),
            ),
            migrations.AddConstraint(
                model_name='incident',
                constraint=models.CheckConstraint(condition=models.Q(models.Q(('over_at__gte', datetime.datetime(2000, 1, 1, 0, 0, tzinfo=datetime.timezone.utc)), ('over_at__lt', datetime.datetime(2200, 1, 1, 0, 0, tzinfo=datetime.timezone.utc))), ('over_at__isnull', True), _connector='OR'), name='incident_over_in_our_years'),
            ),
            migrations.AddConstraint(
                model_name='feeling',
                constraint=models.UniqueConstraint(fields=('meeting', 'participant', 'moment'), name='felt_once_each_time'),
            ),
            migrations.AddConstraint(
                model_name='feeling',
                constraint=models.CheckConstraint(condition=models.Q(('moment__in', ('before', 'after'))), name='before_or_after'),
            ),
            migrations.AddConstraint(
                model_name='feeling',
                constraint=models.CheckConstraint(condition=models.Q(('sides__in', ('', 'the same', 'different'))), name='sides_feel_so_or_so'),
            ),
            migrations.AddConstraint(
                model_name='feeling',
                constraint=models.CheckConstraint(condition=models.Q(('word__in', ('', 'better', 'same', 'worse'))), name='felt_in_a_word'),
            ),
            migrations.AddConstraint(
                model_name='feeling',
                constraint=models.CheckConstraint(condition=models.Q(('feel__lte', 10), ('feel__isnull', True), _connector='OR'), name='feel_from_0_to_10'),
            ),
            migrations.AddConstraint(
                model_name='feeling',
                constraint=models.CheckConstraint(condition=models.Q(('breath__lte', 10), ('breath__isnull', True), _connector='OR'), name='breath_from_0_to_10'),
            ),
            migrations.AddConstraint(
                model_name='feeling',
                constraint=models.CheckConstraint(condition=models.Q(('reach__lte', 10), ('reach__isnull', True), _connector='OR'), name='reach_from_0_to_10'),
            ),
            migrations.AddConstraint(
                model_name='difference',
                constraint=models.UniqueConstraint(fields=('meeting', 'participant', 'item', 'edition'), name='one_difference_an_edition'),
            ),
            migrations.AddConstraint(
                model_name='difference',
                constraint=models.UniqueConstraint(condition=models.Q(('current', True)), fields=('meeting', 'participant', 'item'), name='one_current_difference'),
            ),
            migrations.AddConstraint(
                model_name='difference',
                constraint=models.CheckConstraint(condition=models.Q(('sides_differ__in', ('', 'finding', 'target', 'fault'))), name='a_side_difference_there_is'),
            ),
            migrations.AddConstraint(
                model_name='difference',
                constraint=models.CheckConstraint(condition=models.Q(('felt__in', ('', 'easy', 'hard'))), name='a_feeling_there_is'),
            ),
            migrations.AddConstraint(
                model_name='difference',
                constraint=models.CheckConstraint(condition=models.Q(('effort__lte', 10), ('effort__isnull', True), _connector='OR'), name='effort_from_0_to_10'),
            ),
            migrations.AddConstraint(
                model_name='difference',
                constraint=models.CheckConstraint(condition=models.Q(('pain__lte', 10), ('pain__isnull', True), _connector='OR'), name='pain_from_0_to_10'),
            ),
            migrations.AddConstraint(
                model_name='daynote',
                constraint=models.CheckConstraint(condition=models.Q(('kind__in', ('unwell', 'pain', 'fell', 'medicine', 'operation', 'flag', 'reading', 'talked'))), name='a_day_note_there_is'),
            ),
            migrations.AddConstraint(
                model_name='daynote',
                constraint=models.CheckConstraint(condition=models.Q(('side__in', ('', 'left', 'right'))), name='day_note_side_there_is'),
            ),
            migrations.AddConstraint(
                model_name='attendance',
                constraint=models.UniqueConstraint(fields=('meeting', 'participant'), name='came_once'),
            ),
            migrations.AddConstraint(
                model_name='attendance',
                constraint=models.CheckConstraint(condition=models.Q(models.Q(('joined_at__gte', datetime.datetime(2000, 1, 1, 0, 0, tzinfo=datetime.timezone.utc)), ('joined_at__lt', datetime.datetime(2200, 1, 1, 0, 0, tzinfo=datetime.timezone.utc))), ('joined_at__isnull', True), _connector='OR'), name='joined_in_our_years'),
            ),
            migrations.AddConstraint(
                model_name='attendance',
                constraint=models.CheckConstraint(condition=models.Q(models.Q(('left_at__gte', datetime.datetime(2000, 1, 1, 0, 0, tzinfo=datetime.timezone.utc)), ('left_at__lt', datetime.datetime(2200, 1, 1, 0, 0, tzinfo=datetime.timezone.utc))), ('left_at__isnull', True), _connector='OR'), name='left_in_our_years'),
            ),
            migrations.AddConstraint(
                model_name='staycorrection',
                constraint=models.CheckConstraint(condition=models.Q(('field__in', ('here', 'joined', 'left'))), name='a_stay_field_there_is'),
            ),
            migrations.AddConstraint(
                model_name='teachevent',
                constraint=models.CheckConstraint(condition=models.Q(models.Q(('at__gte', datetime.datetime(2000, 1, 1, 0, 0, tzinfo=datetime.timezone.utc)), ('at__lt', datetime.datetime(2200, 1, 1, 0, 0, tzinfo=datetime.timezone.utc))), ('at__isnull', True), _connector='OR'), name='event_in_our_years'),
            ),
            migrations.AddConstraint(
                model_name='teachevent',
                constraint=models.CheckConstraint(condition=models.Q(('side__in', ('', 'left', 'right'))), name='event_side_there_is'),
            ),
            migrations.AddConstraint(
                model_name='teachevent',
                constraint=models.CheckConstraint(condition=models.Q(('mark__in', ('', 'tired', 'wobbly', 'pain', 'easier', 'harder', 'stopped', 'lost_form', 'well_done', 'tingling'))), name='event_mark_there_is'),
            ),
            migrations.AddConstraint(
                model_name='teachingdevice',
                constraint=models.UniqueConstraint(fields=('meeting', 'key'), name='one_row_a_device'),
            ),
            migrations.AddConstraint(
                model_name='teachingdevice',
                constraint=models.UniqueConstraint(condition=models.Q(('leads', True)), fields=('meeting',), name='one_device_leads'),
            ),
        ]),
    ]
