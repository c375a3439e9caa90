/** What visitors of this harbor meet: publishing, the routes of the visitor-facing server, previews. */
package evenharbor.app.harbor;
