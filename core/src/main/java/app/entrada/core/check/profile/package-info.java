/** What a destination wants, as data. */
package app.entrada.core.check.profile;
