"""A studio, who works in it, and who was asked to."""

from __future__ import annotations

from django.conf import settings
from django.db import models
from django.utils import timezone

__all__ = ["Invitation", "Member", "Role", "Studio"]


class Role(models.TextChoices):
    """What somebody may do in a studio: everything, and who else; all the work; only look and print."""

    OWNER = "owner", "owner"
    MAKER = "maker", "maker"
    GUEST = "guest", "guest"


class Studio(models.Model):
    """All rows belong to one; `begun` are the steps of its first hour that were done or passed over."""

    name = models.CharField(max_length=80)
    begun = models.JSONField(default=dict)
    created_at = models.DateTimeField(default=timezone.now)

    def __str__(self) -> str:
        return self.name


class Member(models.Model):
    """Somebody in a studio; who leaves keeps their sign-in and finds no studio behind it."""

    studio = models.ForeignKey(Studio, on_delete=models.CASCADE, related_name="members")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="memberships")
    role = models.CharField(max_length=8, choices=Role.choices)
    since = models.DateTimeField(default=timezone.now)

    class Meta:
        ordering = ["pk"]
        constraints = [models.UniqueConstraint(fields=["studio", "person"], name="once_in_a_studio")]

    def __str__(self) -> str:
        return f"{self.person}, {self.role}"


class Invitation(models.Model):
    """A link that makes whoever opens it a member, once; only the digest of its secret is kept."""

    studio = models.ForeignKey(Studio, on_delete=models.CASCADE, related_name="invitations")
    digest = models.CharField(max_length=64, unique=True)
    role = models.CharField(max_length=8, choices=Role.choices)
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+")
    made_at = models.DateTimeField(default=timezone.now)
    used_at = models.DateTimeField(null=True)
    used_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+")

    class Meta:
        ordering = ["-pk"]

    def __str__(self) -> str:
        return f"{self.role} in {self.studio}"
