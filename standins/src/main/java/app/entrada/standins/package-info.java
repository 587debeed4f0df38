/** Simulated destinations. They share no code with the senders: what arrives is read with the platform's own means. */
package app.entrada.standins;
