"""The tables of this room as they stand after the 7 steps that an older database takes one by one."""

import django.db.models.deletion
import uuid
from django.conf import settings
from django.db import migrations, models

from fairbench.web.site.create_tables import CreateTables


class Migration(migrations.Migration):

    initial = True

    replaces = [
        ('plans', '0001_initial'),
        ('plans', '0002_archived'),
        ('plans', '0003_picture'),
        ('plans', '0004_summary'),
        ('plans', '0005_constraints'),
        ('plans', '0006_room_floor_and_packing'),
        ('plans', '0007_put_aside'),
    ]

    dependencies = [
        ('accounts', '0001_squashed'),
        ('people', '0001_squashed'),
        ('rooms', '0001_rooms_and_stores'),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        CreateTables([
            migrations.CreateModel(
                name='Plan',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('name', models.CharField(max_length=120)),
                    ('head', models.PositiveIntegerField(default=1)),
                    ('newest', models.PositiveIntegerField(default=1)),
                    ('changed_at', models.DateTimeField(auto_now=True)),
                    ('archived', models.BooleanField(default=False)),
                    ('group', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='plans', to='people.group')),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('room', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='plans', to='rooms.room')),
                ],
                options={
                    'ordering': ('-changed_at',),
                },
            ),
            migrations.CreateModel(
                name='FloorPlaces',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('shape', models.CharField(default='rows', max_length=6)),
                    ('pins', models.JSONField(default=dict)),
                    ('helper', models.JSONField(default=dict)),
                    ('group', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='floor_places', to='people.group')),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('room', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='floor_places', to='rooms.room')),
                ],
                options={
                    'constraints': [models.UniqueConstraint(fields=('group', 'room'), name='one_floor_a_group_and_room'), models.CheckConstraint(condition=models.Q(('shape__in', ('rows', 'arc', 'circle', 'rail'))), name='a_shape_there_is')],
                },
            ),
            migrations.CreateModel(
                name='PackTick',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('day', models.DateField()),
                    ('prop', models.SlugField(max_length=40)),
                    ('size', models.CharField(blank=True, max_length=24)),
                    ('is_out', models.BooleanField(default=False)),
                    ('is_back', models.BooleanField(default=False)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                ],
                options={
                    'constraints': [models.UniqueConstraint(fields=('practice', 'day', 'prop', 'size'), name='one_tick_a_thing_and_day')],
                },
            ),
            migrations.CreateModel(
                name='PlanRevision',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('number', models.PositiveIntegerField()),
                    ('parent', models.PositiveIntegerField(null=True)),
                    ('document', models.JSONField()),
                    ('picture', models.JSONField(editable=False, null=True)),
                    ('summary', models.CharField(max_length=200)),
                    ('at', models.DateTimeField(auto_now_add=True)),
                    ('plan', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='revisions', to='plans.plan')),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('user', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ],
                options={
                    'constraints': [models.UniqueConstraint(fields=('plan', 'number'), name='one_revision_a_number')],
                },
            ),
            migrations.CreateModel(
                name='PutAside',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('rule', models.SlugField(max_length=60)),
                    ('reason', models.CharField(max_length=200)),
                    ('at', models.DateTimeField(auto_now_add=True)),
                    ('group', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='put_aside', to='people.group')),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('user', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ],
                options={
                    'ordering': ('at',),
                    'constraints': [models.UniqueConstraint(fields=('practice', 'rule', 'group'), name='put_aside_once', nulls_distinct=False)],
                },
            ),
        ]),
    ]
