/** HTTPS: certificates had from an authority or brought, and what is asked of browsers. */
package evenharbor.app.where.certificate;
