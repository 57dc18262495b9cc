// The print button of a page that is meant for paper.

document.querySelector("[data-print]").addEventListener("click", () => window.print());
