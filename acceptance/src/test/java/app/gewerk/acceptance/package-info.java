/** Drives the built application from outside. */
package app.gewerk.acceptance;
