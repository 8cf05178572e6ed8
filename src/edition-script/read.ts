/** What a page of an edition does with scripts. Text, links, contents and steps work without any of it. */
import { openContents } from "./banner";
import { offerDisplay } from "./display";
import { markFound } from "./found-words";
import { glanceAtLinks } from "./glance";
import { leadOnFromFirst } from "./lead-on";
import { offerMarks } from "./marks";
import { offerNewer } from "./offline";
import { SearchBox } from "./search-box";
import { offerStepKeys } from "./step-keys";
import { offerWayBack } from "./way-back";
import { followReading } from "./where-one-is";

if (!leadOnFromFirst()) {
  openContents();
  new SearchBox();
  offerDisplay();
  offerMarks();
  markFound();
  followReading();
  offerWayBack();
  offerStepKeys();
  glanceAtLinks();
  offerNewer();
}
