/** The rule engine, its findings, and the profiles that say what a destination wants. */
package app.entrada.core.rule;
