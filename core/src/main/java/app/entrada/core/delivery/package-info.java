/** What leaves: what it is composed from, the package it travels in, how it goes from sealed to answered. */
@NullMarked
package app.entrada.core.delivery;

import org.jspecify.annotations.NullMarked;
