/** What becomes of files that programs send: the draft, and where its owner says so, what visitors get. Entry point: {@link evenharbor.app.overview.arrival.Arrivals}. */
package evenharbor.app.overview.arrival;
