/** What all features share: settings, security, problems, announcements, pages. */
@NullMarked
package app.entrada.server.platform;

import org.jspecify.annotations.NullMarked;
