/* The ground of the theme this device last had, before anything else is there: no flash of light in a dark room. */
try {
  const ground = localStorage.getItem('ergon.ground');
  if (ground) document.documentElement.style.background = ground;
} catch {
  /* The device keeps nothing: the page starts light. */
}
