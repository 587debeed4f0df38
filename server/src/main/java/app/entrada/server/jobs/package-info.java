/** Background work, and what people see of it. */
package app.entrada.server.jobs;
