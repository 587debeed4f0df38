/** What fields mean in each container's tags: reading and writing them. */
package app.entrada.core.tag;
