"""The tables of this room as they stand after the 2 steps that an older database takes one by one."""

import django.db.models.deletion
import fairbench.web.terms.models
import uuid
from django.conf import settings
from django.db import migrations, models

from fairbench.web.site.create_tables import CreateTables


class Migration(migrations.Migration):

    initial = True

    replaces = [
        ('terms', '0001_first'),
        ('terms', '0002_covers'),
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
                name='Term',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('name', models.CharField(max_length=80)),
                    ('template', models.CharField(blank=True, max_length=40)),
                    ('starts_on', models.DateField()),
                    ('ends_on', models.DateField()),
                    ('head', models.PositiveIntegerField(default=1)),
                    ('newest', models.PositiveIntegerField(default=1)),
                    ('changed_at', models.DateTimeField(auto_now=True)),
                    ('archived', models.BooleanField(default=False)),
                    ('group', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='terms', to='people.group')),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('room', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='terms', to='rooms.room')),
                    ('teacher', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ],
                options={
                    'ordering': ('-starts_on', 'name'),
                },
            ),
            migrations.CreateModel(
                name='Cover',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('slot', models.CharField(max_length=40)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('user', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='covers', to=settings.AUTH_USER_MODEL)),
                    ('term', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='covers', to='terms.term')),
                ],
            ),
            migrations.CreateModel(
                name='TermRevision',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('number', models.PositiveIntegerField()),
                    ('parent', models.PositiveIntegerField(null=True)),
                    ('document', models.JSONField()),
                    ('summary', models.CharField(max_length=300)),
                    ('at', models.DateTimeField(auto_now_add=True)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('term', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='revisions', to='terms.term')),
                    ('user', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ],
            ),
            migrations.CreateModel(
                name='CalendarFeed',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('key', models.CharField(default=fairbench.web.terms.models._key, editable=False, max_length=60, unique=True)),
                    ('made_at', models.DateTimeField(auto_now_add=True)),
                    ('withdrawn_at', models.DateTimeField(null=True)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('user', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='calendar_feeds', to=settings.AUTH_USER_MODEL)),
                ],
                options={
                    'default_manager_name': 'objects',
                    'constraints': [models.UniqueConstraint(condition=models.Q(('withdrawn_at__isnull', True)), fields=('user',), name='one_feed_at_a_time')],
                },
            ),
            migrations.CreateModel(
                name='ClosedDay',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('day', models.DateField()),
                    ('name', models.CharField(blank=True, max_length=80)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                ],
                options={
                    'ordering': ('day',),
                    'constraints': [models.UniqueConstraint(fields=('practice', 'day'), name='closed_once_a_day')],
                },
            ),
            migrations.AddConstraint(
                model_name='term',
                constraint=models.CheckConstraint(condition=models.Q(('ends_on__gte', models.F('starts_on'))), name='term_ends_after_it_begins'),
            ),
            migrations.AddConstraint(
                model_name='cover',
                constraint=models.UniqueConstraint(fields=('term', 'slot'), name='one_cover_a_class'),
            ),
            migrations.AddConstraint(
                model_name='termrevision',
                constraint=models.UniqueConstraint(fields=('term', 'number'), name='one_term_revision_a_number'),
            ),
        ]),
    ]
