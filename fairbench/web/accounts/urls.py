from django.urls import path

from .views import letters, members, password, sign_in

app_name = "accounts"
urlpatterns = [
    path("sign-in/", sign_in.SignIn.as_view(), name="sign_in"),
    path("sign-out/", sign_in.SignOut.as_view(), name="sign_out"),
    path("first-practice/<slug:token>/", sign_in.first_practice, name="first_practice"),
    path("members/", members.members, name="members"),
    path("members/counting/", members.counting, name="counting"),
    path("members/units/", members.units, name="units"),
    path("members/figures/", members.looks, name="looks"),
    path("members/<int:user_id>/role/", members.change_role, name="role"),
    path("members/<int:user_id>/end/", members.end_access, name="end_access"),
    path("members/<int:user_id>/restore/", members.restore_access, name="restore_access"),
    path("letters/", letters.letters, name="letters"),
    path("letters/<uuid:letter_id>/", letters.letter, name="letter"),
    path("letters/<uuid:letter_id>/letter.eml", letters.letter_eml, name="letter_eml"),
    path("password/", password.Change.as_view(), name="password"),
    path("password/calls/", password.calls, name="calls"),
    path("password/forgotten/", password.Forgotten.as_view(), name="forgotten"),
    path("password/forgotten/sent/", password.Sent.as_view(), name="forgotten_sent"),
    path("password/<uidb64>/<token>/", password.Choose.as_view(), name="choose_password"),
]
