/** What all features share: settings, security, problems, announcements, pages. */
package app.entrada.server.platform;
