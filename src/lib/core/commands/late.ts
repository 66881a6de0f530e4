/** Commands that nothing is begun with: a page reads them once the plan can be worked in. Reading this file makes them known. */
import type { Command } from '../document/kind';
import { learnProblems } from '../document/problems';
import { surveyProblems } from '../document/survey-problems';
import { alignWalls, setAlignment } from '../kinds/alignment/commands';
import { addChimney, setChimney } from '../kinds/chimney/commands';
import { addColumn, setColumn } from '../kinds/column/commands';
import { addAngle, addDimension, addNote, setDimension } from '../kinds/dimension/commands';
import { addGuide, setGuide } from '../kinds/guide/commands';
import { addRoof, setRoof, setRoofEdge } from '../kinds/roof/commands';
import { fitRoof, levelEaves } from '../kinds/roof/fit-commands';
import { addRooflight, setRooflight } from '../kinds/rooflight/commands';
import { addSlab, moveSlabEdge, setSlab } from '../kinds/slab/commands';
import { copySlab, mergeSlabs, splitSlab } from '../kinds/slab/cut-commands';
import { setFalls } from '../kinds/slab/falls-commands';
import { addFooting, setFooting } from '../kinds/footing/commands';
import { addGround, setGround } from '../kinds/ground/commands';
import { addClearSpace, setClearSpace } from '../kinds/clear-space/commands';
import { addSiteNote, setSiteNote } from '../kinds/site-note/commands';
import { addSurveyRoom, measureRoom, setSurveyRoom } from '../kinds/survey-room/commands';
import { addDoorway, addOutsideLength, measureDoorway, setOutsideLength } from '../kinds/room-tie/commands';
import { anchorOf, laidRing } from '../kinds/room-tie/net';
import { drawnTies, linesOfTie } from '../kinds/room-tie/drawn';
import { learnTies } from '../kinds/room-tie/plan';
import { drawnRooms } from '../kinds/survey-room/drawn';
import { learnShapes } from '../kinds/survey-room/plan';
import {
  addSurveyRun,
  closeSurveyRuns,
  mendSurveyRun,
  setSurveyRun,
  spreadSurveyRun
} from '../kinds/survey-run/commands';
import { addStair, setStair } from '../kinds/stair/commands';
import { buildFoundWalls } from './build-found';
import { buildSurveyRoom, buildSurveyRun } from './build-survey';
import {
  addTracingSheet,
  checkTracingSheet,
  placeTracingSheet,
  rectifyTracingSheet,
  setTracingSheet,
  stretchTracingSheet,
  trueUpTracingSheet
} from '../kinds/tracing-sheet/commands';
import { copyStorey } from './copy-storey';
import { addDormer } from './dormer';
import { setWork } from './work';
import { learn } from './register';
import { shapeCommands } from './shape';

export const lateCommands: readonly Command[] = [
  ...[addColumn, setColumn, addChimney, setChimney],
  ...[addRoof, setRoof, setRoofEdge, fitRoof, levelEaves, addDormer, addRooflight, setRooflight],
  ...[
    addSlab,
    setSlab,
    moveSlabEdge,
    splitSlab,
    mergeSlabs,
    copySlab,
    setFalls,
    addStair,
    setStair,
    addClearSpace,
    setClearSpace,
    addSurveyRun,
    setSurveyRun,
    mendSurveyRun,
    spreadSurveyRun,
    closeSurveyRuns,
    buildSurveyRun,
    addSiteNote,
    setSiteNote,
    addSurveyRoom,
    setSurveyRoom,
    measureRoom,
    buildSurveyRoom,
    addDoorway,
    measureDoorway,
    addOutsideLength,
    setOutsideLength,
    buildFoundWalls,
    addGround,
    setGround,
    addFooting,
    setFooting,
    alignWalls,
    setAlignment,
    setWork,
    copyStorey,
    ...shapeCommands
  ],
  ...[addTracingSheet, trueUpTracingSheet, stretchTracingSheet, checkTracingSheet],
  ...[placeTracingSheet, rectifyTracingSheet, setTracingSheet],
  ...[addGuide, setGuide, addDimension, addAngle, addNote, setDimension]
];

learn(lateCommands);
learnProblems(surveyProblems);
learnShapes({ ringOf: laidRing, anchorOf, planOf: drawnRooms });
learnTies({ linesOf: linesOfTie, planOf: drawnTies });
