/** Backups: written while everything runs, verified by reading back, restored into an empty installation. */
@NullMarked
package app.entrada.server.backup;

import org.jspecify.annotations.NullMarked;
