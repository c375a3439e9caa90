/**
 * Certificates and HTTPS: the life of a certificate, whether one may be had, what is brought from elsewhere, pages that
 * would break, and the promise to browsers (HSTS).
 */
package evenharbor.core.where.certificate;
