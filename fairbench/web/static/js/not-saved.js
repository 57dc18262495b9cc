// On a page that says that something went wrong: what was sent just now is not saved, and stays a draft.

sessionStorage.removeItem("fairbench.draft-sent");
