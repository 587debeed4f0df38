/** What a check sees and says: rules, findings, fixes. */
package app.entrada.core.check;
