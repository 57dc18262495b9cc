"""The tables of this room as they stand after the 5 steps that an older database takes one by one."""

import django.db.models.deletion
import uuid
from django.conf import settings
from django.db import migrations, models

from fairbench.web.site.create_tables import CreateTables


class Migration(migrations.Migration):

    initial = True

    replaces = [
        ('exercises', '0001_own_exercises'),
        ('exercises', '0002_archived_and_field_names'),
        ('exercises', '0003_document_version'),
        ('exercises', '0004_protected'),
        ('exercises', '0005_own_names_favourites_unfinished'),
    ]

    dependencies = [
        ('accounts', '0001_squashed'),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        CreateTables([
            migrations.CreateModel(
                name='OwnExercise',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('slug', models.SlugField(max_length=60)),
                    ('document', models.JSONField()),
                    ('document_version', models.PositiveSmallIntegerField(default=1)),
                    ('archived', models.BooleanField(default=False)),
                    ('changed_at', models.DateTimeField(auto_now=True)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                ],
                options={
                    'ordering': ('slug',),
                },
            ),
            migrations.CreateModel(
                name='OwnExerciseRevision',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('document', models.JSONField()),
                    ('at', models.DateTimeField(auto_now_add=True)),
                    ('exercise', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='revisions', to='exercises.ownexercise')),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('user', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ],
                options={
                    'abstract': False,
                },
            ),
            migrations.CreateModel(
                name='OwnName',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('slug', models.SlugField(max_length=60)),
                    ('name', models.CharField(max_length=60)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                ],
                options={
                    'ordering': ('slug',),
                },
            ),
            migrations.CreateModel(
                name='UnfinishedExercise',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('draft', models.JSONField()),
                    ('fields', models.JSONField(default=dict)),
                    ('changed_at', models.DateTimeField(auto_now=True)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('user', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ],
                options={
                    'ordering': ('-changed_at',),
                },
            ),
            migrations.CreateModel(
                name='Favourite',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('slug', models.SlugField(max_length=60)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                    ('user', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='favourites', to=settings.AUTH_USER_MODEL)),
                ],
                options={
                    'ordering': ('slug',),
                    'constraints': [models.UniqueConstraint(fields=('user', 'slug'), name='a_favourite_once')],
                },
            ),
            migrations.AddConstraint(
                model_name='ownexercise',
                constraint=models.UniqueConstraint(fields=('practice', 'slug'), name='one_own_exercise_a_slug'),
            ),
            migrations.AddConstraint(
                model_name='ownname',
                constraint=models.UniqueConstraint(fields=('practice', 'slug'), name='one_own_name_an_exercise'),
            ),
        ]),
    ]
