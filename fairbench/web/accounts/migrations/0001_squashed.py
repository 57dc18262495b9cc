"""The tables of this room as they stand after the 14 steps that an older database takes one by one."""

import django.core.serializers.json
import django.db.models.deletion
import django.db.models.functions.text
import uuid
from django.conf import settings
from django.db import migrations, models

from fairbench.web.site.create_tables import CreateTables


class Migration(migrations.Migration):

    initial = True

    replaces = [
        ('accounts', '0001_initial'),
        ('accounts', '0002_own_exercises'),
        ('accounts', '0003_audit_verbs'),
        ('accounts', '0004_audit_values'),
        ('accounts', '0005_members'),
        ('accounts', '0006_letters'),
        ('accounts', '0007_constraints'),
        ('accounts', '0008_teaching_choices'),
        ('accounts', '0009_ranges_from'),
        ('accounts', '0010_looks'),
        ('accounts', '0011_letters_and_units'),
        ('accounts', '0012_style'),
        ('accounts', '0013_time_zone'),
        ('accounts', '0014_cover_teacher'),
    ]

    dependencies = [
    ]

    operations = [
        CreateTables([
            migrations.CreateModel(
                name='Practice',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('name', models.CharField(max_length=120)),
                    ('shelf_edition', models.PositiveIntegerField(default=0)),
                    ('counts_pairs', models.BooleanField(default=False)),
                    ('ranges_from', models.CharField(choices=[('least', 'at the least'), ('middle', 'in the middle'), ('most', 'at the most')], default='middle', max_length=6)),
                    ('looks', models.CharField(blank=True, max_length=40)),
                    ('units', models.CharField(choices=[('metric', 'kilograms and centimetres'), ('imperial', 'pounds and inches')], default='metric', max_length=8)),
                    ('style', models.JSONField(default=dict)),
                    ('time_zone', models.CharField(blank=True, max_length=40)),
                ],
                options={
                    'constraints': [models.CheckConstraint(condition=models.Q(('ranges_from__in', ('least', 'middle', 'most'))), name='ranges_begin_somewhere'), models.CheckConstraint(condition=models.Q(('units__in', ('metric', 'imperial'))), name='units_there_are')],
                },
            ),
            migrations.CreateModel(
                name='User',
                fields=[
                    ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                    ('password', models.CharField(max_length=128, verbose_name='password')),
                    ('last_login', models.DateTimeField(blank=True, null=True, verbose_name='last login')),
                    ('email', models.EmailField(max_length=254, unique=True)),
                    ('name', models.CharField(max_length=80)),
                    ('role', models.CharField(choices=[('owner', 'Owner'), ('instructor', 'Instructor'), ('assistant', 'Assistant'), ('cover', 'Cover teacher')], default='instructor', max_length=12)),
                    ('is_active', models.BooleanField(default=True)),
                    ('calls_mirrored', models.BooleanField(default=True)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='users', to='accounts.practice')),
                ],
            ),
            migrations.CreateModel(
                name='Letter',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('kind', models.CharField(choices=[('access', 'Access'), ('class', 'Class')], default='access', max_length=6)),
                    ('to', models.EmailField(max_length=254)),
                    ('subject', models.CharField(max_length=200)),
                    ('body', models.TextField()),
                    ('at', models.DateTimeField(auto_now_add=True)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                ],
                options={
                    'ordering': ('-at',),
                    'constraints': [models.CheckConstraint(condition=models.Q(('kind__in', ('access', 'class'))), name='a_kind_of_letter_there_is')],
                },
            ),
            migrations.CreateModel(
                name='AuditEntry',
                fields=[
                    ('id', models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                    ('verb', models.CharField(max_length=60)),
                    ('object_id', models.UUIDField()),
                    ('old', models.JSONField(encoder=django.core.serializers.json.DjangoJSONEncoder, null=True)),
                    ('new', models.JSONField(encoder=django.core.serializers.json.DjangoJSONEncoder, null=True)),
                    ('at', models.DateTimeField(auto_now_add=True)),
                    ('user', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                    ('practice', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='accounts.practice')),
                ],
                options={
                    'indexes': [models.Index(fields=['practice', 'object_id', 'at'], name='accounts_au_practic_d65a60_idx')],
                },
            ),
            migrations.AddConstraint(
                model_name='user',
                constraint=models.UniqueConstraint(django.db.models.functions.text.Lower('email'), name='one_user_an_address'),
            ),
            migrations.AddConstraint(
                model_name='user',
                constraint=models.CheckConstraint(condition=models.Q(('role__in', ['owner', 'instructor', 'assistant', 'cover'])), name='a_role_there_is'),
            ),
        ]),
    ]
