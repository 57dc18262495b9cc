from django.urls import path

from . import views

app_name = "accounts"
urlpatterns = [
    path("sign-in/", views.SignIn.as_view(), name="sign_in"),
    path("sign-out/", views.SignOut.as_view(), name="sign_out"),
]
