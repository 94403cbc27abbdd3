@echo off
rem Epiglyph: one command for everything. Run epiglyph --help.
setlocal enabledelayedexpansion
set "ROOT=%~dp0"
set "WORK=%ROOT%.epiglyph"
set "VERB=%~1"
if "%VERB%"=="" set "VERB=--help"
if "%VERB%"=="--help" goto usage
if "%VERB%"=="-h" goto usage
if "%VERB%"=="help" goto usage

rem A JDK of version 25 or later: JAVA_HOME, then the usual folders.
set "JDK="
call :try "%JAVA_HOME%"
for /d %%d in ("%ProgramFiles%\Eclipse Adoptium\jdk-*" "%ProgramFiles%\Java\jdk-*" "%ProgramFiles%\Microsoft\jdk-*" "%USERPROFILE%\.jdks\*") do call :try "%%~d"
if not defined JDK (
  echo Epiglyph needs a Java development kit of version 25 or later, and none was found in JAVA_HOME or in the usual folders.>&2
  echo Install one, for example:  winget install EclipseAdoptium.Temurin.25.JDK   or set JAVA_HOME to its folder.>&2
  exit /b 1
)
set "JAVA_HOME=%JDK%"
set "JAVA=%JDK%\bin\java.exe"

if "%VERB%"=="test" (
  pushd "%ROOT%" & call mvn -B verify & set "CODE=!errorlevel!" & popd & exit /b !CODE!
)
if not exist "%WORK%\built" (
  where mvn >nul 2>nul || (echo Apache Maven is missing. Install it, for example:  winget install Apache.Maven>&2 & exit /b 1)
  echo Building Epiglyph; this is needed only once. Delete .epiglyph\built to build again.>&2
  pushd "%ROOT%" & call mvn -q -B -DskipTests -Dformatter.skip clean package || (popd & exit /b 1)
  popd
  if not exist "%WORK%" mkdir "%WORK%"
  type nul > "%WORK%\built"
)

set "DESKTOP=%ROOT%desktop\target\desktop-0.1.0.jar;%ROOT%desktop\target\lib\*;%ROOT%demo\target\demo-0.1.0.jar"
set "OFFICE=%ROOT%record-office\target\record-office-0.1.0.jar;%ROOT%record-office\target\lib\*"
set "DEMO=%ROOT%demo\target\demo-0.1.0.jar;%ROOT%demo\target\lib\*"
set "BENCH=%ROOT%bench\target\bench-0.1.0.jar;%ROOT%bench\target\lib\*"
set "FLAGS=-Djava.awt.headless=true "-Dorg.sqlite.lib.path=%ROOT%desktop\target\lib" --enable-native-access=ALL-UNNAMED"
set "MAIN=org.epiglyph.desktop.RunCommand"
set "HOME_OF_DEMO=%LOCALAPPDATA%\epiglyph-demo"

if "%VERB%"=="demo" (
  "%JAVA%" -cp "%DEMO%" org.epiglyph.demo.DemoCommand --home "%HOME_OF_DEMO%" "--office=%JAVA%" "--office=-cp" "--office=%OFFICE%" "--office=org.epiglyph.recordoffice.RecordOfficeCommand" "--collect=%JAVA%" "--collect=-Djava.awt.headless=true" "--collect=--enable-native-access=ALL-UNNAMED" "--collect=-cp" "--collect=%DESKTOP%" "--collect=%MAIN%" %2 %3 -- "%JAVA%" %FLAGS% -cp "%DESKTOP%" %MAIN% run
  exit /b !errorlevel!
)
if "%VERB%"=="record-office" (
  if "%~2"=="" ("%JAVA%" -cp "%OFFICE%" org.epiglyph.recordoffice.RecordOfficeCommand --data "%HOME_OF_DEMO%\record-office") else ("%JAVA%" -cp "%OFFICE%" org.epiglyph.recordoffice.RecordOfficeCommand %2 %3 %4 %5 %6)
  exit /b !errorlevel!
)
if "%VERB%"=="run" ("%JAVA%" %FLAGS% -cp "%DESKTOP%" %MAIN% %* & exit /b !errorlevel!)
if "%VERB%"=="collect" ("%JAVA%" %FLAGS% -cp "%DESKTOP%" %MAIN% %* & exit /b !errorlevel!)
if "%VERB%"=="hand-back" ("%JAVA%" %FLAGS% -cp "%DESKTOP%" %MAIN% %* & exit /b !errorlevel!)
if "%VERB%"=="letters" ("%JAVA%" %FLAGS% -cp "%DESKTOP%" %MAIN% %* & exit /b !errorlevel!)
if "%VERB%"=="check-bundle" ("%JAVA%" %FLAGS% -cp "%DESKTOP%" %MAIN% %* & exit /b !errorlevel!)
if "%VERB%"=="report" ("%JAVA%" %FLAGS% -cp "%DESKTOP%" %MAIN% %* & exit /b !errorlevel!)
if "%VERB%"=="check" ("%JAVA%" %FLAGS% -cp "%DESKTOP%" %MAIN% %* & exit /b !errorlevel!)
if "%VERB%"=="repair" ("%JAVA%" %FLAGS% -cp "%DESKTOP%" %MAIN% %* & exit /b !errorlevel!)
if "%VERB%"=="shots" ("%JAVA%" %FLAGS% -Dglass.platform=Headless -Dprism.order=sw -cp "%BENCH%" org.epiglyph.bench.Shots "%ROOT%docs\screenshots" & exit /b !errorlevel!)
if "%VERB%"=="bench" ("%JAVA%" %FLAGS% -cp "%BENCH%" org.epiglyph.bench.Bench "%ROOT%." & exit /b !errorlevel!)
echo Unknown command '%VERB%'.>&2
exit /b 2

:try
if defined JDK exit /b 0
if not exist "%~1\release" exit /b 0
for /f "tokens=2 delims==." %%v in ('findstr /b "JAVA_VERSION=" "%~1\release"') do set "FOUND=%%~v"
set "FOUND=%FOUND:"=%"
if %FOUND% geq 25 set "JDK=%~1"
exit /b 0

:usage
echo Epiglyph: collect a batch of submitted documents, mark it offline, hand it back.
echo.
echo   epiglyph demo           starts the program with the demo's class and a record office
echo   epiglyph run            starts the program on your own batches
echo   epiglyph collect ...    collects a batch into a folder, for scripts
echo   epiglyph hand-back ...  hands the sealed submissions of a batch back, for scripts
echo   epiglyph letters ...    writes to the students of a batch who meet a condition, for scripts
echo   epiglyph check-bundle BATCH BUNDLE
echo                           compares a written bundle with the batch
echo   epiglyph report BATCH FILE
echo                           writes the class as a table, .csv or .xlsx
echo   epiglyph check BATCH    checks whether a batch is undamaged
echo   epiglyph repair BATCH NEW
echo                           writes a sound copy of a damaged batch
echo   epiglyph record-office  runs the simulated record service alone
echo   epiglyph test           builds everything and runs all checks
echo   epiglyph shots          makes the screenshots in docs\screenshots
echo   epiglyph bench          measures performance and writes docs\performance.md
exit /b 0
