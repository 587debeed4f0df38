/** The invented catalogue, made at the first start of the demo. */
package app.entrada.server.demo;
