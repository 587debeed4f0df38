/** The rules, one small class each. */
package app.entrada.core.rule.rules;
